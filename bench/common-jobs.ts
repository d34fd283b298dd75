import { readdir } from 'node:fs/promises';
import { join } from 'node:path';
import type { Locator, Page } from 'playwright-core';
import { openDemoFilm } from '../e2e/browser';
import type { Hand } from './hand';

type Route = (hand: Hand) => Promise<void>;

/** One of the jobs that are done most often (common practice), on a page with the shelf of films. */
export interface Job {
  readonly name: string;
  /** What is there before it begins; not counted. */
  readonly ready: (page: Page) => Promise<void>;
  /** As it was done when room and reach were first measured. */
  readonly before: Route;
  readonly now: Route;
  /** Waits until it is seen that it was done. */
  readonly isDone: (page: Page) => Promise<void>;
}

const PHOTOS = 39;
const FOLDER = 'demo/photos';

const button = (page: Page, name: string | RegExp): Locator =>
  page.getByRole('button', { name, exact: typeof name === 'string' }).first();
const strip = (page: Page): Locator => page.getByRole('listbox', { name: 'Poses of the film' });

async function openDemo(page: Page): Promise<void> {
  await openDemoFilm(page);
  await button(page, 'Go to the start').click();
}

/** The place of a frame on the strip where the whole film is in sight, in CSS pixels from the strip's corner. */
async function placeOf(page: Page, frame: number): Promise<{ x: number; y: number }> {
  const frames = Number(/of (\d+)/.exec((await page.getByTestId('counter').textContent()) ?? '')?.[1]);
  const [band, last] = await Promise.all([
    strip(page).boundingBox(),
    page
      .getByLabel('Strip')
      .getByRole('button', { name: /Home again/ })
      .boundingBox(),
  ]);
  if (!band || !last) throw new Error('the film is not in sight');
  return { x: ((last.x + last.width - band.x) * (frame + 0.5)) / frames, y: 30 };
}

const showFrame = async (page: Page, frame: number): Promise<void> => {
  const { x } = await placeOf(page, frame);
  await page.getByTestId('ruler').click({ position: { x, y: 6 } });
};

const undoTells = (page: Page, words: RegExp): Promise<void> => button(page, words).waitFor();

/** Goes back to Time, with nothing chosen, and waits until it stands still. */
async function showTime(page: Page): Promise<void> {
  await button(page, 'Time').click();
  await page.getByRole('heading', { name: 'Scenes' }).waitFor();
  await page.keyboard.press('Escape');
  await page.waitForTimeout(500);
}

async function files(): Promise<string[]> {
  const names = (await readdir(FOLDER)).sort().slice(0, PHOTOS);
  return names.map((name) => join(FOLDER, name));
}

const layOut =
  (name: string): Route =>
  async (hand) => {
    hand.think();
    await hand.choose(button(hand.page, name), name, await files());
    await button(hand.page, `Add ${PHOTOS} photos`).waitFor({ timeout: 60_000 });
    hand.think();
    await hand.key('Enter');
  };

const onTwos: Route = async (hand) => {
  hand.think();
  await hand.key('Control+a');
  await hand.key('2');
};

const deletePose: Route = async (hand) => {
  hand.think();
  await hand.click(strip(hand.page), 'the pose', await placeOf(hand.page, 143));
  await hand.key('Delete');
};

async function sayALine(hand: Hand): Promise<void> {
  await hand.key('e');
  await hand.page.getByRole('timer').filter({ hasText: 'Recording 1.' }).waitFor({ timeout: 15_000 });
  await hand.key('e');
  hand.think();
  await hand.click(button(hand.page, 'Use it'), 'Use it');
}

async function save(hand: Hand): Promise<void> {
  const link = hand.page.getByRole('button', { name: 'Save to disk' });
  await link.waitFor({ timeout: 120_000 });
  const saved = hand.page.waitForEvent('download');
  hand.think();
  await hand.click(link, 'Save to disk');
  await saved;
}

const CLOP = 'Add hoof-clops.wav at the playhead';

export const JOBS: readonly Job[] = [
  {
    name: 'lay out 39 photos and play',
    ready: () => Promise.resolve(),
    before: layOut('Add photos'),
    now: layOut('Add photos or a film file'),
    isDone: (page) => button(page, 'Pause').waitFor({ timeout: 30_000 }),
  },
  {
    name: 'all on twos',
    ready: openDemo,
    before: onTwos,
    now: onTwos,
    isDone: (page) => page.getByTestId('counter').filter({ hasText: 'of 220' }).waitFor(),
  },
  {
    name: 'last pose 2 s',
    ready: openDemo,
    before: async (hand) => {
      hand.think();
      await hand.key('End');
      await hand.click(hand.page.getByLabel('Hold', { exact: true }), 'Hold');
      await hand.key('Control+a');
      await hand.type('2s');
      await hand.key('Enter');
    },
    now: async (hand) => {
      hand.think();
      await hand.key('End');
      await hand.key('Shift+Digit2');
    },
    isDone: (page) => page.getByTestId('hold-figure').filter({ hasText: /^48$/ }).waitFor(),
  },
  {
    name: 'find and delete a bad pose',
    ready: openDemo,
    before: deletePose,
    now: deletePose,
    isDone: (page) => undoTells(page, /^Undo: .*[Dd]elete/),
  },
  {
    name: 'there and back',
    ready: openDemo,
    before: async (hand) => {
      const { page } = hand;
      hand.think();
      await hand.click(strip(page), 'the first pose', await placeOf(page, 100));
      await hand.click(strip(page), 'the last pose', await placeOf(page, 140), 'Shift');
      hand.think();
      await hand.key('c');
      hand.think();
      await hand.select(page.getByRole('combobox', { name: 'Way' }), 'Way', 'there and back');
    },
    now: async (hand) => {
      const { page } = hand;
      hand.think();
      await hand.drag(strip(page), 'the strip', await placeOf(page, 100), await placeOf(page, 140));
      hand.think();
      await hand.key('Shift+R');
    },
    isDone: (page) => button(page, /^Choose the cycle .*there and back/).waitFor(),
  },
  {
    name: 'put a clop on its frame',
    ready: async (page) => {
      await openDemo(page);
      await showFrame(page, 60);
    },
    before: async (hand) => {
      hand.think();
      await hand.click(button(hand.page, 'Sound'), 'Sound');
      hand.think();
      await hand.click(button(hand.page, CLOP), CLOP);
    },
    now: async (hand) => {
      hand.think();
      await hand.key('Alt+4');
      hand.think();
      await hand.click(button(hand.page, CLOP), CLOP);
    },
    isDone: (page) => undoTells(page, /^Undo: hoof-clops.wav added/),
  },
  {
    name: 'hold to a word',
    ready: async (page) => {
      await openDemo(page);
      await button(page, 'Sound').click();
      await button(page, 'Words').click();
      await button(page, 'Mark the words').click();
      await page
        .getByRole('textbox', { name: /^Word on frame/ })
        .first()
        .waitFor();
      // A line that is spoken at a time of its own, and poses that are to meet it.
      await button(page, 'Cue').click();
      await page.locator('[data-cue=wait]').click();
      await page.locator('[data-cue=for-me]').click({ modifiers: ['Control'] });
      await page.getByRole('combobox', { name: 'Tied to' }).selectOption('the time of the film');
      await showTime(page);
    },
    before: async (hand) => {
      const { page } = hand;
      hand.think();
      await hand.click(strip(page), 'the pose', await placeOf(page, 156));
      hand.think();
      await hand.click(button(page, 'Sound'), 'Sound');
      await hand.click(button(page, 'Words'), 'Words');
      hand.think();
      const word = button(page, /^Go to the word/);
      await hand.click(word, 'the word');
      hand.think();
      await hand.click(button(page, 'Hold the last chosen pose until it'), 'Hold until it');
      hand.think();
      await hand.click(button(page, 'Apply'), 'Apply');
    },
    now: async (hand) => {
      hand.think();
      await hand.click(strip(hand.page), 'the pose', await placeOf(hand.page, 156));
      hand.think();
      await hand.key('j');
    },
    isDone: (page) => undoTells(page, /^Undo: Pose held to/),
  },
  {
    name: 'record a line',
    ready: async (page) => {
      await openDemo(page);
      await button(page, 'Sound').click();
      await button(page, 'Record').click();
      await page.getByRole('combobox', { name: 'Microphone' }).selectOption('stand-in');
      await button(page, 'Cue').click();
      await showTime(page);
    },
    before: async (hand) => {
      hand.think();
      await hand.click(button(hand.page, 'Sound'), 'Sound');
      await hand.click(button(hand.page, 'Record'), 'Record');
      hand.think();
      await sayALine(hand);
    },
    now: async (hand) => {
      hand.think();
      await hand.key('Alt+4');
      hand.think();
      await sayALine(hand);
    },
    isDone: (page) => button(page, /^Take 1\.wav in Dialogue/).waitFor(),
  },
  {
    name: 'turn music down',
    ready: openDemo,
    before: async (hand) => {
      const { page } = hand;
      hand.think();
      await hand.click(button(page, 'Sound'), 'Sound');
      hand.think();
      await hand.click(page.locator('[data-cue=organ]'), 'the cue', { x: 60, y: 20 });
      await hand.click(page.getByLabel('Level', { exact: true }), 'Level');
      await hand.key('Control+a');
      await hand.type('-14');
      await hand.key('Enter');
    },
    now: async (hand) => {
      hand.think();
      await hand.click(button(hand.page, /^Level of Music/), 'the level of the lane');
      hand.think();
      await hand.type('-14');
      await hand.key('Enter');
    },
    isDone: (page) => undoTells(page, /^Undo: .*14 dB/),
  },
  {
    name: 'print and save',
    ready: openDemo,
    before: async (hand) => {
      hand.think();
      await hand.click(button(hand.page, 'Print'), 'Print');
      hand.think();
      await hand.click(button(hand.page, 'Print the film'), 'Print the film');
      await save(hand);
    },
    now: async (hand) => {
      hand.think();
      await hand.key('Control+p');
      await button(hand.page, 'Print the film').and(hand.page.locator(':focus')).waitFor();
      await hand.key('Enter');
      await save(hand);
    },
    isDone: () => Promise.resolve(),
  },
];
