import type { Locator, Page } from 'playwright-core';
import { notes } from '../../e2e/browser';
import { bringIn, framesOf, layOut, pause, scribble } from './acts';
import type { Kill } from './kills';
import { Victim } from './victim';

/** Selector of the line that counts the marks of the pose on screen. */
const STATUS = 'section[aria-label="Draw on top"] [role=status]';
const said = (page: Page): Locator => page.locator(STATUS);

async function showDrawing(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Mend', exact: true }).click();
  await page.keyboard.press('Home');
  const sign = page.getByRole('button', { name: 'Draw on top', exact: true });
  if ((await sign.getAttribute('aria-expanded')) !== 'true') await sign.click();
  await said(page).waitFor();
}

/** Kills the browser while marks are drawn, possibly in the middle of one. */
export const killDrawing: Kill = async (base, { photos }, next) => {
  const victim = await Victim.in(base);
  try {
    const { page } = victim;
    await bringIn(page, photos.slice(0, 3));
    await layOut(page);
    const frames = await framesOf(page);
    await showDrawing(page);
    await victim.watch(STATUS, '([\\d,]+) marks?');
    const marks = await scribble(page, next);
    await pause(1000 + next() * 4000);
    const must = (await victim.kill()) ?? 0;
    await marks.over;
    await victim.start();
    await showDrawing(victim.page);
    const words = (await said(victim.page).textContent()) ?? '';
    const after = Number(/([\d,]+) marks?/.exec(words)?.[1] ?? 0);
    if (after < must) return `drawing: ${must} marks were shown to be there, ${after} are`;
    const now = await framesOf(victim.page);
    if (now !== frames) return `drawing: ${frames} frames before, ${now} after`;
    const told = await notes(victim.page);
    if (/gone|missing|damaged|nothing/.test(told)) return `drawing: ${told}`;
    if (after === 0) return undefined;
    // The last one is taken back by itself.
    await victim.page.keyboard.press('Control+z');
    await said(victim.page)
      .filter({ hasText: after === 1 ? 'Nothing drawn yet' : `${after - 1} mark` })
      .waitFor({ timeout: 5000 });
    return undefined;
  } finally {
    await victim.end();
  }
};
