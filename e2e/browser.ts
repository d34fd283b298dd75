import {
  chromium,
  type Browser,
  type BrowserContext,
  type BrowserContextOptions,
  type Download,
  type Locator,
  type Page,
} from 'playwright-core';
import { afterAll, afterEach, expect, inject, onTestFailed } from 'vitest';
import { PATIENCE } from './patience';

const CHROMIUM = {
  // Debian's build of Chromium without the windows around the page, which no test looks at.
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium-headless-shell',
  args: [
    '--no-sandbox',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
    '--no-first-run',
    '--disable-quic',
    '--disable-gpu',
    '--disable-software-rasterizer',
    // A microphone of the browser's own, that beeps; it still has to be allowed.
    '--use-fake-device-for-media-stream',
  ],
};

/** Debian's whole Chromium: what devices ask for (a camera, a microphone) is in its windows. */
const WHOLE_CHROMIUM = { ...CHROMIUM, executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium' };

/** A browser without the services that a closed network refuses. What a page stores stays in memory. */
export const launch = (hasDevices = false): Promise<Browser> =>
  chromium.launch(hasDevices ? WHOLE_CHROMIUM : CHROMIUM);

/** The same as a person runs it: with a profile in a folder, and the store on the disk. */
export const launchWithProfile = (folder: string): Promise<BrowserContext> =>
  chromium.launchPersistentContext(folder, { ...WHOLE_CHROMIUM, viewport: { width: 1280, height: 800 } });

export const base = (): string => inject('base');

/** What a page complained of; tests that expect a complaint take it out. */
export interface Visit {
  readonly page: Page;
  readonly context: BrowserContext;
  readonly complaints: string[];
}

/** Contexts that outlive the test that opened them, up to the end of its file. */
const keptOpen = new WeakSet<BrowserContext>();

/** Browsers that run, with and without devices: the files that a worker runs one after the other share them. */
const running = new Map<boolean, Promise<Browser>>();

async function runningBrowser(hasDevices: boolean): Promise<Browser> {
  const browser = await running.get(hasDevices);
  if (browser?.isConnected()) return browser;
  const started = launch(hasDevices);
  running.set(hasDevices, started);
  return started;
}

/**
 * Fresh visits to the app in a browser, each with an empty store. What a test opened is closed after it: a page with a live
 * picture goes on drawing as long as it is there. `hasDevices`: a camera and a microphone of the browser's.
 */
export function useBrowser({ hasDevices = false } = {}): {
  visit: (options?: BrowserContextOptions) => Promise<Visit>;
} {
  let contexts: BrowserContext[] = [];
  const close = async (ended: readonly BrowserContext[]): Promise<void> => {
    contexts = contexts.filter((context) => !ended.includes(context));
    for (const context of ended) await context.close();
  };
  afterEach(() => close(contexts.filter((context) => !keptOpen.has(context))));
  afterAll(() => close(contexts));
  return {
    visit: async (options = {}) => {
      const browser = await runningBrowser(hasDevices);
      const context = await browser.newContext({
        viewport: { width: 1280, height: 800 },
        acceptDownloads: true,
        ...options,
      });
      contexts.push(context);
      context.setDefaultTimeout(PATIENCE);
      // The stand-in camera writes on its floor how its puppet stands: its photos are told apart.
      await context.addInitScript(() => Object.assign(globalThis, { standInCode: true }));
      const page = await context.newPage();
      const complaints: string[] = [];
      page.on('pageerror', (error) => complaints.push(error.message));
      page.on('console', (message) => {
        if (message.type() === 'error') complaints.push(message.text());
      });
      await page.goto(`${base()}/films`);
      return { page, context, complaints };
    },
  };
}

/**
 * One film for the tests of a file. Each finds it in stage Time as it was made ready, whatever the one before has done to
 * it: that is taken back, as a person would. `anew`: on a page that is loaded anew, which costs as much as bringing its photos
 * in, where tests set what undo does not take back.
 */
export function useSharedFilm(
  visit: () => Promise<Visit>,
  makeReady: (page: Page) => Promise<void>,
  { anew = false } = {},
): () => Promise<Visit> {
  let shared: (Visit & { readonly address: string; readonly steps: number }) | undefined;
  const stepsOf = async (page: Page): Promise<number> => {
    await page.getByRole('button', { name: 'History', exact: true }).click();
    const heading = page.getByRole('region', { name: 'History' }).getByRole('heading');
    return Number(/^\d+/.exec((await heading.textContent()) ?? '')?.[0] ?? 0);
  };
  let isUntidy = false;
  return async () => {
    onTestFailed(() => void (isUntidy = true));
    if (!shared) {
      const own = await visit();
      keptOpen.add(own.context);
      await makeReady(own.page);
      await isKept(own.page);
      await showTime(own.page);
      shared = { ...own, address: own.page.url(), steps: await stepsOf(own.page) };
    } else {
      const { page, address, steps, complaints } = shared;
      await isKept(page);
      if (anew || isUntidy || !page.url().startsWith(address.replace(/[^/]*$/, ''))) await page.goto(address);
      else {
        // Closes dialogs and menus, and clears the selection.
        for (let i = 0; i < 3; i++) await page.keyboard.press('Escape');
        await showTime(page);
      }
      isUntidy = false;
      await page.getByTestId('counter').waitFor();
      for (let done = await stepsOf(page); done !== steps; done = await stepsOf(page))
        await page.keyboard.press(done > steps ? 'Control+z' : 'Control+Shift+z');
      await isKept(page);
      complaints.length = 0;
    }
    const { page } = shared;
    await page.getByRole('button', { name: 'Poses', exact: true }).click();
    await page.keyboard.press('Home');
    return shared;
  };
}

/** Goes to stage Time, with nothing chosen. */
export async function showTime(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Time', exact: true }).click();
  await page.keyboard.press('Escape');
}

export interface TestFile {
  readonly name: string;
  readonly mimeType: string;
  readonly buffer: Buffer;
}

/** Chooses files through the file chooser and waits until all have been looked at; ends at the table. */
export async function chooseFiles(page: Page, files: readonly TestFile[]): Promise<void> {
  const chooser = page.getByTestId('choose-photos');
  const stages = page.getByRole('navigation', { name: 'Stages' });
  await chooser.or(stages).first().waitFor({ state: 'attached' });
  if ((await chooser.count()) === 0) await page.getByRole('button', { name: 'Sort', exact: true }).click();
  await chooser.setInputFiles([...files]);
  await page.getByRole('button', { name: /^Add \d/ }).waitFor();
  await page.getByRole('progressbar', { name: 'Photos coming in' }).waitFor({ state: 'detached' });
}

/** Lays out what the table holds; ends in stage Time, paused on the first frame. */
export async function layOut(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Add \d/ }).click();
  await page.getByTestId('counter').waitFor();
  const pause = page.getByRole('button', { name: 'Pause', exact: true });
  if (await pause.isVisible()) {
    await pause.click();
    await page.getByRole('button', { name: 'Go to the start' }).click();
  }
  await isKept(page);
}

/** Brings files in and lays them out. */
export async function bringIn(page: Page, files: readonly TestFile[]): Promise<void> {
  await chooseFiles(page, files);
  await layOut(page);
}

/** The rows of the table of what came in that are in sight, as `name: what is said of it`. */
export const tableRows = (page: Page): Promise<string[]> =>
  page
    .locator('[data-row]')
    .evaluateAll((rows) =>
      rows.map(
        (row) =>
          `${row.getAttribute('data-row') ?? ''}: ${row.querySelector('[role=cell]:last-child')?.textContent ?? ''}`,
      ),
    );

/** The tickets of the strip that are in sight. */
export const tickets = (page: Page): Locator =>
  page.getByRole('listbox', { name: 'Poses of the film' }).getByRole('option');

export const isKept = (page: Page): Promise<void> =>
  expect
    .poll(() => page.getByTestId('kept').textContent())
    .toContain('Saved')
    .then(() => undefined);

/** Opens the list of notes for as long as something is done with it. */
async function withNotes<T>(page: Page, act: (list: Locator) => Promise<T>): Promise<T> {
  const button = page.getByRole('button', { name: /^Notes/ });
  const list = page.getByRole('region', { name: 'Notes' });
  // A page that is still opening may take the click for nothing. By itself: attacks read notes outside of any test.
  for (let tries = 0; tries < 10 && !(await list.isVisible()); tries++) {
    await button.click();
    await list.waitFor({ timeout: 3000 }).catch(() => undefined);
  }
  const outcome = await act(list);
  // By hand, as it was opened: keys belong to the film again.
  await button.click();
  await list.waitFor({ state: 'detached' });
  return outcome;
}

/** All that was told, the newest first, one sentence a line. */
export const notes = (page: Page): Promise<string> =>
  withNotes(page, async (list) =>
    (await list.getByRole('listitem').locator('span').allTextContents()).join('\n'),
  );

/** Forgets all that was told. */
export const putNotesAway = (page: Page): Promise<void> =>
  withNotes(page, (list) => list.getByRole('button', { name: 'Clear the notes' }).click());

/** Opens the demo film from the shelf, and waits until it is there. */
export async function openDemoFilm(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Open the demo film' }).click();
  const progress = page.getByRole('progressbar', { name: 'Photos coming in' });
  await progress.waitFor();
  await progress.waitFor({ state: 'detached' });
}

/** Opens the settings of the film. */
export async function openSettings(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Film: / }).click();
  await page.getByRole('menuitem', { name: /^Film settings/ }).click();
}

/** `5 of 48`: the frame shown and the number of frames. */
export async function counter(page: Page): Promise<{ frame: number; frames: number }> {
  const text = (await page.getByTestId('counter').textContent()) ?? '';
  const [, frame, frames] = /^(\d+)\s*of (\d+)/.exec(text) ?? [];
  return { frame: Number(frame), frames: Number(frames) };
}

/** What a download saves. */
export async function bytesOf(download: Download): Promise<Uint8Array> {
  const chunks: Buffer[] = [];
  for await (const chunk of await download.createReadStream()) chunks.push(chunk as Buffer);
  return new Uint8Array(Buffer.concat(chunks));
}
