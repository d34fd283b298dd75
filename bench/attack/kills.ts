import type { Page } from 'playwright-core';
import { notes } from '../../e2e/browser';
import { bringIn, framesOf, layOut, pause, scribble } from './acts';
import { killDrawing } from './kill-drawing';
import { killShooting } from './kill-shooting';
import { killWatching } from './kill-watching';
import { random, type Tally } from './tally';
import { Victim } from './victim';

/** What a kind of kill needs: photos, and a film file. */
export interface Material {
  readonly photos: readonly string[];
  readonly film: string;
  readonly filmPhotos: number;
  /** A folder that the server watches. */
  readonly watched: string;
}

/** Tries it once; gives a sentence about what was lost. */
export type Kill = (base: string, material: Material, next: () => number) => Promise<string | undefined>;

/** Edits by key, as fast as a key repeats; each makes the film a frame longer. */
const killEdits: Kill = async (base, { photos }, next) => {
  const victim = await Victim.in(base);
  try {
    const { page } = victim;
    await bringIn(page, photos.slice(0, 3));
    await layOut(page);
    const before = await framesOf(page);
    await victim.watch('[data-testid=counter]', 'of ([\\d,]+)');
    const edits = (async () => {
      for (;;) {
        await page.keyboard.press('+');
        await pause(15 + next() * 30);
      }
    })().catch(() => undefined);
    await pause(200 + next() * 2500);
    const must = await victim.kill();
    await edits;
    const last = victim.seen.at(-1)?.value ?? before;
    await victim.start();
    const after = await framesOf(victim.page);
    if (after < (must ?? before))
      return `edits: ${(must ?? before) - after} of ${last - before} edits are gone`;
    // Each step can be taken back by itself, and leads where it came from.
    if (after > before) {
      await victim.page.getByTestId('counter').click();
      await victim.page.keyboard.press('Control+z');
      await pause(150);
      const undone = await framesOf(victim.page);
      if (undone !== after - 1) return `edits: ${after} frames, but ${undone} after undo`;
    }
    return undefined;
  } finally {
    await victim.end();
  }
};

const killImport: Kill = async (base, { photos }, next) => {
  const victim = await Victim.in(base);
  try {
    const { page } = victim;
    await page.getByTestId('choose-photos').setInputFiles([...photos]);
    await victim.watch('body', '(\\d+) of \\d+ photos');
    await pause(300 + next() * 2200);
    const must = (await victim.kill()) ?? 0;
    await victim.start();
    const sort = victim.page.getByRole('button', { name: 'Sort', exact: true });
    const chooser = victim.page.getByTestId('choose-photos');
    await sort.or(chooser).first().waitFor({ state: 'attached' });
    if (await sort.isVisible()) await sort.click();
    const lay = victim.page.getByRole('button', { name: /^Add \d/ });
    await lay.waitFor({ timeout: must > 0 ? 15_000 : 1500 }).catch(() => undefined);
    const kept = (await lay.isVisible()) ? Number(/\d+/.exec((await lay.textContent()) ?? '')?.[0] ?? 0) : 0;
    if (kept < must) return `import: ${must} of ${photos.length} were shown to be in, ${kept} are there`;
    const said = await notes(victim.page);
    if (kept > 0 && kept < photos.length && !/had been added when the page was closed/.test(said))
      return `import: ${kept} of ${photos.length}, and nothing is said`;
    await chooser.waitFor({ state: 'attached' });
    await chooser.setInputFiles([...photos]);
    await victim.page
      .getByRole('button', { name: `Add ${photos.length} photos` })
      .waitFor({ timeout: 60_000 });
    return undefined;
  } finally {
    await victim.end();
  }
};

const killOpening: Kill = async (base, { film, filmPhotos }, next) => {
  const victim = await Victim.in(base);
  try {
    const { page } = victim;
    await page.getByTestId('choose-photos').setInputFiles(film);
    await pause(150 + next() * 1800);
    await victim.kill();
    await victim.start('/films');
    const cards = victim.page.getByRole('region', { name: 'Films in this browser' }).getByRole('listitem');
    // Where there is no film there is nothing to wait for.
    await cards
      .first()
      .waitFor({ timeout: 2500 })
      .catch(() => undefined);
    const films = await cards.count();
    if (films > 1) return `opening: ${films} films came of one`;
    let cut = false;
    if (films === 1) {
      const shelf = (await cards.first().textContent()) ?? '';
      await cards.first().getByRole('button').first().click();
      await victim.page.getByTestId('counter').waitFor();
      await pause(700);
      cut = /was cut off/.test(await notes(victim.page));
      const there = await victim.page.evaluate<number>(`new Promise((resolve, reject) => {
        const open = indexedDB.open('kermis-originals');
        open.onerror = () => reject(new Error('no store'));
        open.onsuccess = () => {
          if (!open.result.objectStoreNames.contains('originals')) return resolve(0);
          const count = open.result.transaction('originals').objectStore('originals').count();
          count.onsuccess = () => resolve(count.result);
        };
      })`);
      if (there < filmPhotos && !cut)
        return `opening: ${filmPhotos - there} of ${filmPhotos} photos are missing, and nothing is said`;
      if (cut && !/Cut off while it came in/.test(shelf)) return 'opening: nothing is said on the shelf';
      await victim.page.goto(`${base}/films`);
    }
    // The same file again: the rest comes in, and there is one film.
    await victim.page.getByTestId('choose-photos').setInputFiles(film);
    if (films === 1)
      await victim.page
        .getByRole('button', { name: cut ? 'Add the rest' : 'Open the one that is here', exact: true })
        .click();
    await victim.page.getByTestId('counter').waitFor();
    await victim.page
      .getByRole('progressbar', { name: 'Photos coming in' })
      .waitFor({ state: 'detached', timeout: 60_000 });
    await pause(500);
    await victim.page.reload();
    await victim.page.getByTestId('counter').waitFor();
    await pause(700);
    const said = await notes(victim.page);
    if (/gone|missing|cut off/.test(said)) return `opening: opened again it says ${said}`;
    await victim.page.goto(`${base}/films`);
    await cards.first().waitFor();
    const left = await cards.count();
    return left === 1 ? undefined : `opening: ${left} films in the end`;
  } finally {
    await victim.end();
  }
};

const killRecording: Kill = async (base, { photos }, next) => {
  const victim = await Victim.in(base);
  try {
    const { page } = victim;
    await bringIn(page, photos.slice(0, 4));
    await layOut(page);
    await page.keyboard.press('Control+a');
    await page.getByRole('textbox', { name: 'Hold', exact: true }).fill('48');
    await page.keyboard.press('Enter');
    await page.getByTestId('kept').filter({ hasText: 'Saved' }).waitFor();
    const before = await framesOf(page);
    await page.getByRole('button', { name: 'Sound', exact: true }).click();
    await page.getByRole('button', { name: 'Record', exact: true }).click();
    await page.getByRole('combobox', { name: 'Microphone' }).selectOption('stand-in');
    await page.getByRole('button', { name: 'Record from frame 1' }).click();
    await victim.watch('[role=timer]', 'Recording (\\d+)');
    await pause(2500 + next() * 3500);
    const must = await victim.kill();
    await victim.start();
    const after = await framesOf(victim.page);
    if (after !== before) return `recording: ${before} frames before, ${after} after`;
    // A take is stored half a second at a time.
    if (must === undefined || must < 1) return undefined;
    await victim.page.getByRole('button', { name: 'Record', exact: true }).click();
    const take = victim.page.getByRole('button', { name: /^Delete Take \d+$/ });
    await take.waitFor({ timeout: 4000 }).catch(() => undefined);
    return (await take.count()) === 1
      ? undefined
      : `recording: ${must} s were recorded, and there is no take`;
  } finally {
    await victim.end();
  }
};

const killPrinting: Kill = async (base, { photos }, next) => {
  const victim = await Victim.in(base);
  try {
    const { page } = victim;
    await bringIn(page, photos.slice(0, 12));
    await layOut(page);
    const before = await framesOf(page);
    await page.getByRole('button', { name: 'Print', exact: true }).click();
    await page.getByRole('button', { name: 'Print the film' }).click();
    await pause(next() * 2500);
    await victim.kill();
    await victim.start();
    await victim.page.getByRole('button', { name: 'Time', exact: true }).click();
    const after = await framesOf(victim.page);
    const said = await notes(victim.page);
    if (after !== before) return `printing: ${before} frames before, ${after} after`;
    return /gone|missing|damaged/.test(said) ? `printing: ${said}` : undefined;
  } finally {
    await victim.end();
  }
};

/** Shows the first photo, to be painted on from what is around. */
async function showPaint(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Mend', exact: true }).click();
  await page.keyboard.press('Home');
  const tool = page.getByRole('button', { name: 'Paint out', exact: true });
  const from = page.getByRole('combobox', { name: 'Source' });
  if (!(await from.isVisible())) await tool.click();
  await from.selectOption('around');
}

/** Strokes by hand, one after the other; the kill may come while the pen is down. */
const killPainting: Kill = async (base, { photos }, next) => {
  const victim = await Victim.in(base);
  try {
    const { page } = victim;
    await bringIn(page, photos.slice(0, 3));
    await layOut(page);
    const frames = await framesOf(page);
    await showPaint(page);
    await victim.watch('h4 + [role=status]', '(\\d+) stroke');
    const strokes = await scribble(page, next);
    await pause(2500 + next() * 5000);
    const must = await victim.kill();
    await strokes.over;
    await victim.start();
    await showPaint(victim.page);
    const words = victim.page.getByText(/^\d+ strokes?$/);
    await words.waitFor();
    const after = Number(/\d+/.exec((await words.textContent()) ?? '')?.[0]);
    if (after < (must ?? 0)) return `painting: ${must} strokes were shown to be there, ${after} are`;
    const now = await framesOf(victim.page);
    if (now !== frames) return `painting: ${frames} frames before, ${now} after`;
    const said = await notes(victim.page);
    return /gone|missing|damaged/.test(said) ? `painting: ${said}` : undefined;
  } finally {
    await victim.end();
  }
};

/** All kinds of kills, in the order in which they are tried: what is going on meanwhile, and how often it is tried. */
export const KILLS = {
  edits: { doing: 'editing', tries: 60, kill: killEdits },
  import: { doing: 'importing', tries: 40, kill: killImport },
  opening: { doing: 'opening a film file', tries: 40, kill: killOpening },
  recording: { doing: 'recording', tries: 30, kill: killRecording },
  printing: { doing: 'printing', tries: 30, kill: killPrinting },
  painting: { doing: 'painting', tries: 30, kill: killPainting },
  shoot: { doing: 'shooting', tries: 200, kill: killShooting },
  watch: { doing: 'watching a folder', tries: 40, kill: killWatching },
  drawings: { doing: 'drawing', tries: 40, kill: killDrawing },
} as const satisfies Readonly<Record<string, { doing: string; tries: number; kill: Kill }>>;
export type KillName = keyof typeof KILLS;

/** Kills the browser so many times, at moments that are drawn by lot, in the middle of one kind of work. */
export async function attackWithKills(
  base: string,
  kind: KillName,
  count: number,
  material: Material,
  seed = 1,
): Promise<Tally> {
  const next = random(seed);
  const harm: string[] = [];
  const { doing, kill } = KILLS[kind];
  for (let i = 0; i < count; i++) {
    const outcome = await kill(base, material, next).catch(
      (error: unknown) =>
        `${kind}: ${error instanceof Error ? error.message.replace(/\s+/g, ' ').slice(0, 300) : String(error)}`,
    );
    if (outcome !== undefined) harm.push(outcome);
  }
  return {
    what: `kills while ${doing}`,
    tried: count,
    harm,
  };
}
