import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { tickets } from './browser';

/** Steps of `docs/first-film.md`, as they are told there. */
export interface Step {
  readonly heading: string;
  /** What the step tells to be done, by hand, one after the other. */
  readonly acts: readonly ((page: Page) => Promise<void>)[];
}

const press = (page: Page, name: string | RegExp): Promise<void> =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).click();
const pose = (page: Page, number: number) => tickets(page).and(page.locator(`[aria-posinset="${number}"]`));

/** `PICT0412.JPG` to `PICT0445.JPG` of the demo film. */
async function photos(): Promise<string[]> {
  const names = (await readdir('demo/photos')).sort();
  return names.slice(0, names.indexOf('PICT0445.JPG') + 1).map((name) => join('demo/photos', name));
}

async function dragSound(page: Page, sound: string, lane: RegExp, at: number): Promise<void> {
  const place = await page.getByLabel('Strip').getByRole('group', { name: lane }).boundingBox();
  const film = await tickets(page).first().boundingBox();
  const start = await page.getByText(sound, { exact: true }).boundingBox();
  if (!place || !film || !start) throw new Error(`${sound} cannot be dragged`);
  await page.mouse.move(start.x + 20, start.y + 6);
  await page.mouse.down();
  await page.mouse.move(start.x + 60, start.y + 60, { steps: 4 });
  await page.mouse.move(at, place.y + place.height / 2, { steps: 8 });
  await page.mouse.up();
}

export const FIRST_FILM: readonly Step[] = [
  {
    heading: 'Add the photos',
    acts: [
      async (page) => {
        const chooser = page.waitForEvent('filechooser');
        await press(page, 'Add photos or a film file');
        await (await chooser).setFiles(await photos());
        await page.getByRole('button', { name: 'Add 34 photos' }).waitFor();
      },
    ],
  },
  {
    heading: 'Say how fast',
    acts: [
      async (page) => {
        await page.getByLabel('Rate', { exact: true }).click();
        await page.keyboard.type('24 fps');
        await page.keyboard.press('Enter');
        await page.getByLabel('Hold of each').click();
        await page.keyboard.type('3');
        await page.keyboard.press('Enter');
      },
    ],
  },
  {
    heading: 'Add them to the film',
    acts: [
      async (page) => {
        await press(page, 'Add 34 photos');
        await press(page, 'Pause');
      },
    ],
  },
  {
    heading: 'Look for what is wrong',
    acts: [
      async (page) => {
        await page.keyboard.press('Control+k');
        await page.getByRole('dialog', { name: 'Find a command' }).waitFor();
        await page.keyboard.type('pose 27');
        await page.getByRole('option', { name: /^Go to pose 27/, selected: true }).waitFor();
        await page.keyboard.press('Enter');
        // A machine that is busy says beside it how it played instead of which pose this is.
        await page.getByTestId('counter').locator('strong').filter({ hasText: /^79$/ }).waitFor();
      },
    ],
  },
  {
    heading: 'Delete it',
    acts: [
      async (page) => {
        await pose(page, 27).click();
        await pose(page, 28).click({ modifiers: ['Shift'] });
      },
      async (page) => {
        await page.keyboard.press('Delete');
      },
    ],
  },
  {
    heading: 'Set the rhythm',
    acts: [
      async (page) => {
        await page.keyboard.press('Control+a');
        await page.keyboard.press('2');
      },
      async (page) => {
        await page.keyboard.press('Escape');
        await page.keyboard.press('End');
        await page.keyboard.press('Shift+Digit2');
      },
    ],
  },
  {
    heading: 'Add sounds',
    acts: [
      async (page) => {
        await page.keyboard.press('Alt+5');
        const chooser = page.waitForEvent('filechooser');
        await press(page, 'Add sounds');
        await (
          await chooser
        ).setFiles(['organ-waltz', 'booth-bell'].map((name) => join('demo/sounds', `${name}.wav`)));
        await page.getByText('organ-waltz.wav', { exact: true }).waitFor();
      },
    ],
  },
  {
    heading: 'Put them under the picture',
    acts: [
      async (page) => {
        await page.keyboard.press('Home');
        await press(page, 'Add organ-waltz.wav at the playhead');
        const film = await page.getByTestId('ruler').boundingBox();
        await dragSound(page, 'booth-bell.wav', /^Effects/, (film?.x ?? 0) + 420);
        await page.getByRole('heading', { name: 'booth-bell.wav' }).waitFor();
      },
    ],
  },
  {
    heading: 'Turn the music down',
    acts: [
      async (page) => {
        await press(page, /^Level of Music/);
        await page.keyboard.type('-14');
        await page.keyboard.press('Enter');
      },
    ],
  },
  {
    heading: 'Print, and save',
    acts: [
      async (page) => {
        await page.keyboard.press('Control+p');
        await page.getByRole('button', { name: 'Print the film' }).and(page.locator(':focus')).waitFor();
        await page.keyboard.press('Enter');
        await page.getByRole('button', { name: 'Save to disk' }).waitFor();
      },
    ],
  },
];

/** One step as the guide tells it. */
export interface ToldStep {
  readonly heading: string;
  /** What is set in bold: words that are on the screen before the step, or after something that is done in it. */
  readonly seen: readonly string[];
  readonly picture: string | undefined;
}

/** The numbered steps of the guide. */
export async function readFirstFilm(): Promise<readonly ToldStep[]> {
  const text = await readFile('docs/first-film.md', 'utf8');
  return text
    .split(/^## \d+\. /m)
    .slice(1)
    .map((step) => ({
      heading: step.split('\n')[0] ?? '',
      seen: [...step.matchAll(/\*\*([^*]+)\*\*/g)].map(([, words = '']) => words.replace(/\s+/g, ' ')),
      picture: /!\[[^\]]*\]\(([^)]+)\)/.exec(step)?.[1],
    }));
}
