import type { Page } from 'playwright-core';
import { expect } from 'vitest';
import { counter, tickets } from './browser';
import { openFilmOf } from './film-file';
import { COLOURS, numbered, type Colour } from './photos';
import { colourAt, distance } from './video';

/** The sRGB value that a decoded frame may differ from a photo, in each channel of 255. */
export const NEAR = 3;
/** Frames of each pose of the film that carries codes, and of all of it. */
export const HOLDS = [3, 1, 7, 2, 60, 1];
export const FRAMES = HOLDS.reduce((sum, hold) => sum + hold, 0);

/** A film of six photos, each of a colour of its own, held for so long each; at 24 frames a second. */
export async function codedFilm(page: Page): Promise<readonly Colour[]> {
  await openFilmOf(page, await numbered(6, 1));
  for (const [i, hold] of HOLDS.entries()) {
    await tickets(page).nth(i).click();
    await page.getByLabel('Hold', { exact: true }).fill(String(hold));
    await page.getByLabel('Hold', { exact: true }).press('Enter');
  }
  await expect.poll(async () => (await counter(page)).frames).toBe(FRAMES);
  return HOLDS.flatMap((hold, i) => Array.from({ length: hold }, () => COLOURS[i] as Colour));
}

/** How far frames of 320 by 240 are from the colours that they should have, at the worst of them. */
export const offBy = (frames: readonly Buffer[], wanted: readonly Colour[]): number =>
  Math.max(...frames.map((frame, k) => distance(colourAt(frame, 320, 160, 120), wanted[k] as Colour)));
