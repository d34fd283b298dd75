import { createHash, randomUUID } from 'node:crypto';
import { zipSync, type Zippable } from 'fflate';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { applyEdit } from '../src/core/edits/apply-edit';
import { DEFAULT_LAY_OUT, layOutEdit } from '../src/core/edits/lay-out';
import { emptyFilm } from '../src/core/film/film';
import type { UsableRow } from '../src/core/film/intake/intake-row';
import { documentEntry, photoEntry } from '../src/core/formats/bundle';
import { isKept } from './browser';

interface PhotoFile {
  readonly name: string;
  readonly mimeType?: string;
  readonly buffer: Uint8Array;
}

/** A `.kermis` file of upright photos, laid out in the order given as the app lays them out; `id` is the film's. */
export async function filmFile(files: readonly PhotoFile[], id: string = randomUUID()): Promise<Buffer> {
  const rows = await Promise.all(
    files.map(async ({ name, mimeType = 'image/jpeg', buffer }): Promise<UsableRow> => {
      const { width, height } = await sharp(buffer).metadata();
      const hash = createHash('sha256').update(buffer).digest('hex');
      const [photoId, bytes] = [randomUUID(), buffer.length];
      const photo = {
        id: photoId,
        name,
        hash,
        type: mimeType,
        bytes,
        width,
        height,
        orientation: 1,
      } as const;
      return { id: photoId, name, photo, leftOut: false };
    }),
  );
  const empty = emptyFilm(id, randomUUID(), 'Untitled film');
  const film = applyEdit(empty, layOutEdit(empty, rows, DEFAULT_LAY_OUT, randomUUID));
  const { name, text } = documentEntry(film);
  const photos: Zippable = Object.fromEntries(
    rows.map(({ photo }, i) => [photoEntry(photo.hash), files[i]?.buffer ?? new Uint8Array()]),
  );
  return Buffer.from(zipSync({ [name]: new TextEncoder().encode(text), ...photos }, { level: 0 }));
}

/**
 * Opens a film of photos that stand in order, where bringing them in is not the point: in stage Time, paused on the first
 * frame.
 */
export async function openFilmOf(page: Page, files: readonly PhotoFile[]): Promise<void> {
  const buffer = await filmFile(files);
  await page
    .getByTestId('choose-photos')
    .setInputFiles({ name: 'film.kermis', mimeType: 'application/zip', buffer });
  await page.getByTestId('counter').waitFor();
  await page.getByRole('progressbar', { name: 'Photos coming in' }).waitFor({ state: 'detached' });
  await isKept(page);
}
