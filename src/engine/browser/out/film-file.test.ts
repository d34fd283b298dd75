import { strToU8, unzipSync, zipSync } from 'fflate';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DEFAULT_SETTINGS, NO_SOUND, type Film, type Photo, type PictureFile } from '../../../core/film/film';
import { BundleReader, type BundlePart } from '../../../core/formats/bundle';
import { filmFiles } from './film-file';
import { zipFile } from './zip-file';

const hash = (n: number): string => n.toString(16).padStart(64, '0');

const picture = (n: number, name: string): PictureFile => ({
  name,
  hash: hash(n),
  type: 'image/jpeg',
  bytes: 9,
  width: 4,
  height: 3,
  orientation: 6,
});

const file = (n: number): Photo => ({ id: `p${n}`, ...picture(n, `PICT${n}.JPG`) });

/** Two photos, the second twice and retouched the second time. */
const film: Film = {
  id: 'film-1',
  title: 'Äpfel & Rößchen 🐎',
  settings: DEFAULT_SETTINGS,
  photos: [
    file(1),
    { ...file(2), turn: 6, setAside: true },
    { ...file(2), id: 'p3', retouched: picture(4, 'mended.png') },
  ],
  scenes: [{ id: 's', name: 'One', items: [{ id: 'a', photoId: 'p1', hold: 2 }] }],
  flags: [],
  range: {},
  ...NO_SOUND,
};

const written = async (originals: ReadonlyMap<string, Uint8Array<ArrayBuffer>>): Promise<Uint8Array> => {
  const files = filmFiles(film, (wanted) => Promise.resolve(new Blob([originals.get(wanted) ?? 'missing'])));
  return new Uint8Array(await (await zipFile(files)).arrayBuffer());
};

const readAll = (bytes: Uint8Array, piece: number): BundlePart[] => {
  const reader = new BundleReader();
  const parts: BundlePart[] = [];
  for (let at = 0; at < bytes.length; at += piece)
    parts.push(...reader.push(bytes.slice(at, at + piece), at + piece >= bytes.length));
  return parts;
};

describe('a .kermis file', () => {
  test('gives film, originals and retouched files back byte for byte, in pieces of any size, the film first', async () => {
    const bytes = fc.uint8Array({ minLength: 1, maxLength: 3000 }).map((each) => Uint8Array.from(each));
    await fc.assert(
      fc.asyncProperty(bytes, fc.integer({ min: 1, max: 900 }), async (some, piece) => {
        const originals = new Map([
          [hash(1), some],
          [hash(2), new Uint8Array([1, 2, 3])],
          [hash(4), new Uint8Array([9])],
        ]);
        const parts = readAll(await written(originals), piece);
        expect(parts[0]).toEqual({ kind: 'film', film: { ok: true, value: film } });
        expect(parts.slice(1).map((part) => part.kind === 'photo' && [part.hash, [...part.bytes]])).toEqual(
          [...originals].map(([key, value]) => [key, [...value]]),
        );
      }),
      { numRuns: 40 },
    );
  });

  test('is a plain ZIP archive that other tools open', async () => {
    const names = [hash(1), hash(2), hash(4)].map((each) => `photos/${each}`);
    expect(Object.keys(unzipSync(await written(new Map())))).toEqual(['film.json', ...names]);
  });

  test('what is not a film says so, and names that do not belong are passed over', () => {
    const bytes = zipSync({ '../../etc/passwd': strToU8('x'), 'film.json': strToU8('{"format":"kermis"}') });
    const parts = readAll(bytes, 64);
    expect(parts).toHaveLength(1);
    expect(parts[0]).toMatchObject({ kind: 'film', film: { ok: false } });
  });
});
