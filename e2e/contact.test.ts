import type { Page } from 'playwright-core';
import { expect, test } from 'vitest';
import { useBrowser, useSharedFilm } from './browser';
import { openFilmOf } from './film-file';
import { numbered } from './photos';
import { bringInSounds, clicksAt, cueTimes, goTo, wav } from './sounds';

const { visit } = useBrowser();
/** Four seconds of film; three knocks from its first frame on, after 0.5, 1 and 1.25 s. */
const knocks = useSharedFilm(visit, async (page) => {
  await openFilmOf(page, await numbered(48, 1));
  await bringInSounds(page, [wav('knocks.wav', clicksAt([0.5, 1, 1.25]))]);
  await page.keyboard.press('Home');
  await page.getByRole('button', { name: 'Add knocks.wav at the playhead' }).click();
});

/** The film in stage Sound, its cue chosen. */
async function withCue(): Promise<{ page: Page; complaints: string[] }> {
  const film = await knocks();
  await film.page.getByRole('button', { name: 'Sound', exact: true }).click();
  await film.page
    .locator('[data-cue]')
    .first()
    .click({ position: { x: 4, y: 20 } });
  return film;
}

test('the contact of a cue is picked on its waveform, and put onto the frame on screen', async () => {
  const { page, complaints } = await withCue();
  await page.locator('[data-attack]').first().click();
  await expect
    .poll(() =>
      page.getByRole('combobox', { name: 'Sync at', exact: true }).locator('option:checked').textContent(),
    )
    .toMatch(/^attack 1,/);
  await goTo(page, 24);
  await page.keyboard.press('t');
  // The first knock, half a second in, on frame 25: one second.
  await expect
    .poll(async () => (await cueTimes(page)).map((each) => Math.round(each * 100)))
    .toEqual([50, 250]);
  expect(complaints).toEqual([]);
});

test('silence at both ends is shown before it is cut off', async () => {
  const { page, complaints } = await withCue();
  const panel = page.getByRole('region', { name: 'Chosen cues' });
  await panel.getByRole('button', { name: 'Trim silence' }).click();
  const question = page.getByRole('group', { name: 'What will change' });
  await expect
    .poll(() => question.textContent())
    .toMatch(/knocks\.wav: 0\.4\d s in front, 0\.6\d s behind.*Nothing of the file is lost/);
  await question.getByRole('button', { name: 'Cancel' }).click();
  await expect.poll(() => cueTimes(page)).toEqual([0, 2]);
  await panel.getByRole('button', { name: 'Trim silence' }).click();
  await question.getByRole('button', { name: 'Apply' }).click();
  await expect.poll(async () => (await cueTimes(page))[0]).toBeGreaterThan(0.4);
  const [from, to] = await cueTimes(page);
  expect(from).toBeLessThan(0.5);
  expect(to).toBeLessThan(1.5);
  expect(complaints).toEqual([]);
});

test('while it plays its levels are seen', async () => {
  const { page, complaints } = await withCue();
  await page.getByRole('button', { name: 'Mix', exact: true }).click();
  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await expect
    .poll(() => page.getByLabel('Loudness while it plays').textContent())
    .toMatch(/Momentary.*LUFS.*Short-term.*Since play began−\d+\.\d LUFS.*True peak.*dBTP/);
  await page.keyboard.press('Space');
  expect(complaints).toEqual([]);
});
