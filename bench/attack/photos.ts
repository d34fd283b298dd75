import { readFile, writeFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import sharp from 'sharp';
import { filmFile } from '../../e2e/film-file';

const SIZE = { width: 2400, height: 1600 };

/** Photos that differ in brightness, with grain, so that they take a while to come in; gives their paths. */
export async function somePhotos(folder: string, count: number): Promise<string[]> {
  const noise = { type: 'gaussian', mean: 110, sigma: 20 } as const;
  const grain = await sharp({ create: { ...SIZE, channels: 3, background: '#808080', noise } })
    .raw()
    .toBuffer();
  const paths: string[] = [];
  for (let i = 0; i < count; i++) {
    const path = join(folder, `PICT${String(i + 1).padStart(4, '0')}.JPG`);
    const lighter = sharp(grain, { raw: { ...SIZE, channels: 3 } }).linear(1, i);
    await writeFile(path, await lighter.jpeg({ quality: 90 }).toBuffer());
    paths.push(path);
  }
  return paths;
}

/** A film file of photos, each a pose; its film’s id is always the same. A width makes the photos smaller first. */
export async function filmOfPhotos(paths: readonly string[], width?: number): Promise<Uint8Array> {
  const files = paths.map(async (path) => {
    const original = await readFile(path);
    const buffer = width === undefined ? original : await sharp(original).resize(width).jpeg().toBuffer();
    return { name: basename(path), buffer };
  });
  return filmFile(await Promise.all(files), 'film-of-photos');
}
