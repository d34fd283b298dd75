import { createHash } from 'node:crypto';
import { readdir, writeFile } from 'node:fs/promises';
import type { Page } from 'playwright-core';
import sharp from 'sharp';
import { NOTHING_DRAWN } from '../src/core/film/drawing';
import { DEFAULT_SETTINGS, NO_SOUND, type Film, type Photo } from '../src/core/film/film';
import type { Stroke } from '../src/core/film/stroke';
import type { Mark } from '../src/core/picture/drawn/mark';
import { evenChange } from '../src/core/picture/steps/light-change';
import { filmFiles } from '../src/engine/browser/bundle/film-file';
import { zipFile } from '../src/engine/browser/bundle/zip-file';

/** Twelve megapixels. */
const SIZE = { width: 4000, height: 3000 };
const PLACES = 60;

/** Places of a short stroke somewhere, in parts of the picture. */
const places = (n: number): readonly number[] =>
  Array.from({ length: PLACES }, (_, i) => [
    0.1 + ((n * 37) % 80) / 100 + 0.03 * Math.sin(i / 9),
    0.1 + ((n * 61) % 80) / 100 + i / 2000,
    1,
  ]).flat();

export interface Strokes {
  readonly photos: number;
  /** How many strokes are painted on each photo, and drawn for each pose: of the first, and of the others. */
  readonly painted: readonly [first: number, others: number];
  readonly drawn: readonly [first: number, others: number];
}

/** Strokes that paint in what the clean plate shows at the same place. */
const paintedOn = (count: number, id: string, plateId: string): readonly Stroke[] =>
  Array.from({ length: count }, (_, n) => ({
    ...{ id: `s${n}-${id}`, shape: 'brush', points: places(n), size: 0.02, softness: 0.3 },
    from: { kind: 'plate', photoId: plateId, map: [1, 0, 0, 1, 0, 0] },
    light: evenChange(0.1),
  }));

const drawnMarks = (count: number, { width, height } = DEFAULT_SETTINGS): readonly Mark[] =>
  Array.from({ length: count }, (_, n) => ({
    ...{ id: `m${n}`, kind: 'brush', colour: '#c23a2b', width: 8 },
    points: places(n).map((each, i) => (i % 3 === 2 ? each : each * (i % 3 === 0 ? width : height))),
  }));

/** Writes a film of photos of twelve megapixels with strokes painted and drawn, as a `.kermis` file. */
export async function writeStrokedFilm(
  path: string,
  { photos: count, painted, drawn }: Strokes,
): Promise<void> {
  const originals = new Map<string, Uint8Array>();
  const photos: Photo[] = [];
  // One more than are posed: the plate.
  for (const name of (await readdir('demo/photos')).sort().slice(0, count + 1)) {
    const bytes = await sharp(`demo/photos/${name}`)
      .resize({ ...SIZE, fit: 'fill' })
      .jpeg({ quality: 90 })
      .toBuffer();
    const hash = createHash('sha256').update(bytes).digest('hex');
    originals.set(hash, bytes);
    photos.push({
      ...{ id: name.slice(0, 8), name, hash, type: 'image/jpeg', bytes: bytes.length, ...SIZE },
      orientation: 1,
    });
  }
  const many = ([first, others]: readonly [number, number], i: number): number => (i === 0 ? first : others);
  const { width, height } = DEFAULT_SETTINGS;
  const plateId = photos[count]?.id ?? '';
  const film: Film = {
    ...{
      id: `strokes-${painted.join('-')}-${drawn.join('-')}`,
      title: 'Strokes',
      settings: DEFAULT_SETTINGS,
    },
    ...{ flags: [], range: {}, ...NO_SOUND, ...NOTHING_DRAWN },
    photos: photos.map((photo, i) => {
      const strokes = i < count ? paintedOn(many(painted, i), photo.id, plateId) : [];
      return strokes.length > 0 ? { ...photo, strokes } : photo;
    }),
    scenes: [
      {
        ...{ id: 'scene', name: 'Scene 1' },
        ...{ plate: { photoId: plateId } },
        items: photos.slice(0, count).map(({ id }, i) => ({
          ...{ id: `pose-${i}`, photoId: id, hold: 2 },
          ...(many(drawn, i) > 0 && { drawings: [`d${i}`] }),
        })),
      },
    ],
    layers: [{ id: 'l', name: 'Layer 1' }],
    drawings: photos
      .slice(0, count)
      .flatMap((_, i) =>
        many(drawn, i) > 0
          ? [{ id: `d${i}`, layerId: 'l', width, height, marks: drawnMarks(many(drawn, i)) }]
          : [],
      ),
  };
  const file = await zipFile(
    filmFiles(film, (hash) => Promise.resolve(new Blob([Uint8Array.from(originals.get(hash) ?? [])]))),
  );
  await writeFile(path, Buffer.from(await file.arrayBuffer()));
}

/** Opens a film file from the shelf, and stands still; gives how long that took, in milliseconds. */
export async function openFilmFile(page: Page, path: string): Promise<number> {
  await page.getByRole('button', { name: 'All films' }).click();
  const start = performance.now();
  await page.getByTestId('choose-photos').setInputFiles([path]);
  await page.getByTestId('counter').waitFor();
  const took = performance.now() - start;
  const coming = page.getByRole('progressbar', { name: 'Photos coming in' });
  if (await coming.isVisible()) await coming.waitFor({ state: 'detached', timeout: 120_000 });
  const pause = page.getByRole('button', { name: 'Pause', exact: true });
  if (await pause.isVisible()) await pause.click();
  return took;
}
