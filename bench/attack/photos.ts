import { createHash } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import { basename, join } from 'node:path';
import { zipSync, type Zippable } from 'fflate';
import sharp from 'sharp';
import { NOTHING_DRAWN } from '../../src/core/film/drawing';
import { DEFAULT_SETTINGS, NO_SOUND, type Film } from '../../src/core/film/film';
import { documentEntry, photoEntry } from '../../src/core/formats/bundle';

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

/** A film file of photos, each a pose; made smaller first where a width is given. */
export async function filmOfPhotos(paths: readonly string[], width?: number): Promise<Uint8Array> {
  const files = await Promise.all(
    paths.map(async (path) => {
      const original = await readFile(path);
      const bytes = Uint8Array.from(
        width === undefined ? original : await sharp(original).resize(width).jpeg().toBuffer(),
      );
      const { width: across, height: down } = await sharp(bytes).metadata();
      const hash = createHash('sha256').update(bytes).digest('hex');
      return { name: basename(path), bytes, hash, width: across, height: down };
    }),
  );
  const film: Film = {
    id: 'film-of-photos',
    title: 'Sixty photos',
    settings: DEFAULT_SETTINGS,
    photos: files.map(({ name, bytes, hash, width: across, height }, i) => ({
      ...{
        id: `photo-${i}`,
        name,
        hash,
        type: 'image/jpeg',
        bytes: bytes.length,
        width: across,
        height,
        orientation: 1 as const,
      },
    })),
    scenes: [
      {
        id: 'scene',
        name: 'Scene 1',
        items: files.map((_, i) => ({ id: `pose-${i}`, photoId: `photo-${i}`, hold: 2 })),
      },
    ],
    flags: [],
    range: {},
    ...NO_SOUND,
    ...NOTHING_DRAWN,
  };
  const { name, text } = documentEntry(film);
  const photos: Zippable = Object.fromEntries(files.map(({ hash, bytes }) => [photoEntry(hash), bytes]));
  return zipSync({ [name]: new TextEncoder().encode(text), ...photos }, { level: 0 });
}
