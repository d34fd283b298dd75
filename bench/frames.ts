import type { Page } from 'playwright-core';

/** Two refreshes of a screen of 60 hertz are 33.3 ms and come out with a little jitter; the next would be at 50. */
const TWO_REFRESHES = 34;

const sorted = (list: readonly number[]): readonly number[] => [...list].sort((a, b) => a - b);
/** The middle of a list of milliseconds, and the largest. */
export const spread = (list: readonly number[]): string => {
  const order = sorted(list);
  return `${(order[order.length >> 1] ?? 0).toFixed(0)} ms in the middle, ${(order.at(-1) ?? 0).toFixed(0)} at most`;
};

/** Notes the length of every frame; as text, since what the bundler adds to functions is not known in the page. */
const WATCH_FRAMES = `
  globalThis.frameLengths = [];
  globalThis.watching = true;
  {
    let last = performance.now();
    requestAnimationFrame(function tick(now) {
      globalThis.frameLengths.push(now - last);
      last = now;
      if (globalThis.watching) requestAnimationFrame(tick);
    });
  }`;

/** Lengths of frames in milliseconds while something is done. */
export async function framesDuring(page: Page, act: () => Promise<void>): Promise<readonly number[]> {
  await page.evaluate(WATCH_FRAMES);
  await act();
  return page.evaluate<number[]>('globalThis.watching = false; globalThis.frameLengths.slice(1)');
}

/** How many of some frames took longer than two refreshes of the screen, and how many two. */
export const slowFrames = (list: readonly number[]): string =>
  `${list.filter((each) => each > TWO_REFRESHES).length} of ${list.length} frames over 33 ms, ` +
  `${list.filter((each) => each > 25 && each <= TWO_REFRESHES).length} of 33 ms; ${spread(list)}`;
