import sharp from 'sharp';
import { unzipSync } from 'fflate';
import type { Page } from 'playwright-core';
import { expect } from 'vitest';
import { movePuppet, STANDING, type Puppet } from '../src/core/shoot/stand-in/puppet';
import { readStateCode } from '../src/core/shoot/stand-in/state-code';
import { bytesOf, isKept } from './browser';

/** Begins a film and opens the stand-in camera; ends before the first photo. */
export async function openStandIn(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'New film' }).click();
  await page.getByRole('button', { name: 'Shoot', exact: true }).click();
  await page.getByRole('combobox', { name: 'Camera', exact: true }).selectOption('stand-in');
  await page.getByRole('button', { name: 'Open the camera' }).first().click();
  // Half as many live pictures leave the machine to what is tested.
  await page.getByLabel('Live view, fps').selectOption('12');
  await page.getByTestId('live').waitFor();
}

/** Waits until all photos that were taken are stored. */
export const isReady = (page: Page): Promise<void> =>
  page.getByTestId('take').and(page.locator('[data-state=ready]')).waitFor();

/** How many poses the film has, as the bar under the picture says. */
export async function poses(page: Page): Promise<number> {
  const text = await page.getByTestId('shoot-where').locator('span').textContent();
  return Number(/(\d+) poses?/.exec(text ?? '')?.[1] ?? Number.NaN);
}

/** Waits until the film has so many poses. */
export const hasPoses = (page: Page, count: number): Promise<void> =>
  page
    .getByTestId('shoot-where')
    .getByText(new RegExp(`^${count.toLocaleString('en')} poses? `))
    .waitFor();

/** A photo as it stands in the film that was saved to disk. */
export interface SavedPose {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly hold: number;
  /** How the puppet stood, as the photo itself tells; or why it does not. */
  readonly puppet: Puppet | string;
  readonly bytes: Uint8Array;
}

interface SavedFilm {
  readonly photos: readonly { readonly id: string; readonly name: string; readonly setAside?: boolean }[];
  readonly poses: readonly SavedPose[];
}

interface Document {
  readonly photos: readonly { id: string; name: string; hash: string; setAside?: boolean }[];
  readonly scenes: readonly { readonly items: readonly { photoId: string; hold: number }[] }[];
}

/** Saves the film to disk and reads it again: its photos, and its poses in order. */
export async function savedFilm(page: Page): Promise<SavedFilm> {
  await page.getByRole('button', { name: /^Film: / }).click();
  const downloading = page.waitForEvent('download');
  await page.getByRole('menuitem', { name: /^Save to disk/ }).click();
  const files = unzipSync(await bytesOf(await downloading));
  const { film: document } = JSON.parse(new TextDecoder().decode(files['film.json'])) as { film: Document };
  const poses: SavedPose[] = [];
  for (const { photoId, hold } of document.scenes.flatMap(({ items }) => items)) {
    const photo = document.photos.find(({ id }) => id === photoId);
    const bytes = Object.entries(files).find(([path]) => photo && path.includes(photo.hash))?.[1];
    if (!photo || !bytes) throw new Error(`The photo of a pose is not in the file: ${photoId}`);
    const { data, info } = await sharp(bytes).ensureAlpha().raw().toBuffer({ resolveWithObject: true });
    const read = readStateCode({ width: info.width, height: info.height, order: 'RGBA', data });
    poses.push({
      ...{ name: photo.name, width: info.width, height: info.height, hold, bytes },
      puppet: read.ok ? read.value : read.problem,
    });
  }
  return { photos: document.photos, poses };
}

/**
 * Presses the shutter `count` times as fast as photos are taken, with the stand-in open. Expects that many photos, each as the
 * puppet stood at its press, in order, at full size, none twice.
 */
export async function shootFast(page: Page, count: number): Promise<void> {
  let puppet = STANDING;
  // To the left side of the set first, where there is room for many steps.
  for (let i = 0; count > 50 && i < 70; i++) {
    await page.keyboard.press('Shift+ArrowLeft');
    puppet = movePuppet(puppet, -8, 0);
  }
  const stood = [];
  for (let i = 0; i < count; i++) {
    await page.keyboard.press('Enter');
    stood.push(puppet);
    // The next move and the next press wait for nothing but room.
    await page.keyboard.press('Shift+ArrowRight');
    puppet = movePuppet(puppet, 8, 0);
    if (i % 6 === 5) await isReady(page);
  }
  await hasPoses(page, count);
  await isKept(page);
  const film = await savedFilm(page);
  expect(film.poses.map((pose) => pose.puppet)).toEqual(stood);
  expect(new Set(film.poses.map(({ name }) => name)).size).toBe(count);
  expect(film.poses.map(({ name }) => name)).toEqual(film.poses.map(({ name }) => name).toSorted());
  expect(new Set(film.poses.map(({ width, height, hold }) => `${width} ${height} ${hold}`))).toEqual(
    new Set(['1920 1080 2']),
  );
}
