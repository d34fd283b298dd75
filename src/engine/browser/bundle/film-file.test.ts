import { Inflate, strFromU8, strToU8, unzipSync, zipSync, type Zippable } from 'fflate';
import fc from 'fast-check';
import { describe, expect, test, vi } from 'vitest';
import { NOTHING_DRAWN } from '../../../core/film/drawing';
import type { Stroke } from '../../../core/film/stroke';
import type { Mark } from '../../../core/picture/drawn/mark';
import { DEFAULT_SETTINGS, NO_SOUND, type Film, type Photo, type PictureFile } from '../../../core/film/film';
import { BundleReader, type BundlePart } from '../../../core/formats/bundle';
import { crc32 } from '../../../core/formats/crc32';
import { filmDocument } from '../../../core/formats/film-document';
import { openFilmDocument, type OpenedFilm } from '../../../core/formats/mend-document';
import type { Result } from '../../../core/time/result';
import { filmFiles, storedFiles } from './film-file';
import { zipFile } from './zip-file';

const hash = (n: number): string => n.toString(16).padStart(64, '0');

const picture = (n: number, name: string, bytes = 9): PictureFile => ({
  name,
  hash: hash(n),
  type: 'image/jpeg',
  bytes,
  width: 4,
  height: 3,
  orientation: 6,
});

const file = (n: number, bytes = 9): Photo => ({ id: `p${n}`, ...picture(n, `PICT${n}.JPG`, bytes) });

/** Two photos, the second twice and retouched the second time; of these sizes. */
const filmOf = (first = 7, second = 7, third = 7): Film => ({
  id: 'film-1',
  title: 'Äpfel & Rößchen 🐎',
  settings: DEFAULT_SETTINGS,
  photos: [
    file(1, first),
    { ...file(2, second), turn: 6, setAside: true },
    { ...file(2, second), id: 'p3', retouched: picture(4, 'mended.png', third) },
  ],
  scenes: [{ id: 's', name: 'One', items: [{ id: 'a', photoId: 'p1', hold: 2 }] }],
  flags: [],
  range: {},
  ...NO_SOUND,
  ...NOTHING_DRAWN,
});
const film = filmOf();

const written = async (
  film: Film,
  originals: ReadonlyMap<string, Uint8Array<ArrayBuffer>>,
): Promise<Uint8Array> => {
  const files = filmFiles(film, (wanted) => Promise.resolve(new Blob([originals.get(wanted) ?? 'missing'])));
  return new Uint8Array(await (await zipFile(files)).arrayBuffer());
};

type Read =
  Exclude<BundlePart, { kind: 'document' }> | { readonly kind: 'film'; readonly film: Result<OpenedFilm> };

const readAll = (bytes: Uint8Array, piece: number): Read[] => {
  const reader = new BundleReader();
  const parts: Read[] = [];
  for (let at = 0; at < bytes.length; at += piece)
    for (const part of reader.push(bytes.slice(at, at + piece), at + piece >= bytes.length)) {
      if (part.kind !== 'document') {
        parts.push(part);
        continue;
      }
      const film = part.document.ok ? openFilmDocument(part.document.value) : part.document;
      if (film.ok) reader.expect(film.value.film);
      parts.push({ kind: 'film', film });
    }
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
        const film = filmOf(some.length, 3, 1);
        const parts = readAll(await written(film, originals), piece);
        expect(parts[0]).toEqual({ kind: 'film', film: { ok: true, value: { film, mended: [] } } });
        expect(parts.slice(1).map((part) => part.kind === 'photo' && [part.hash, [...part.bytes]])).toEqual(
          [...originals].map(([key, value]) => [key, [...value]]),
        );
      }),
      { numRuns: 40 },
    );
  });

  test('with 2,000 strokes painted and as many drawn it comes back whole', async () => {
    const points = (n: number): readonly number[] =>
      Array.from({ length: 180 }, (_, i) => (i % 3 === 2 ? 1 : ((i * 37 + n) % 1000) / 1000));
    const from = { kind: 'around', right: 0.1, down: 0 } as const;
    const strokes = Array.from({ length: 1000 }, (_, n): Stroke => ({
      ...{ id: `s${n}`, shape: 'brush', points: points(n), size: 0.02, softness: 0.3, from },
    }));
    const marks = Array.from({ length: 2000 }, (_, n): Mark => ({
      ...{ id: `m${n}`, kind: 'brush', colour: '#c23a2b', points: points(n), width: 8 },
    }));
    const full: Film = {
      ...film,
      photos: film.photos.map((each, i) => (i < 2 ? { ...each, strokes } : each)),
      layers: [{ id: 'l', name: 'Layer 1' }],
      drawings: [{ id: 'd', layerId: 'l', width: 1920, height: 1080, marks }],
      scenes: [{ id: 's', name: 'One', items: [{ id: 'a', photoId: 'p1', hold: 2, drawings: ['d'] }] }],
    };
    const [part] = readAll(await written(full, new Map()), 50_000);
    expect(part).toEqual({ kind: 'film', film: { ok: true, value: { film: full, mended: [] } } });
  });

  test('is a plain ZIP archive that other tools open', async () => {
    const names = [hash(1), hash(2), hash(4)].map((each) => `photos/${each}`);
    expect(Object.keys(unzipSync(await written(film, new Map())))).toEqual(['film.json', ...names]);
  });

  test('what is not a film says so, and names that do not belong are passed over', () => {
    const bytes = zipSync({ '../../etc/passwd': strToU8('x'), 'film.json': strToU8('{"format":"kermis"}') });
    const parts = readAll(bytes, 64);
    expect(parts).toHaveLength(1);
    expect(parts[0]).toMatchObject({ kind: 'film', film: { ok: false } });
  });

  test('gives no more than the film says there is, whatever is packed into it', () => {
    const text = strToU8(JSON.stringify(filmDocument(film)));
    const entries = (more: Zippable): Read[] =>
      readAll(zipSync({ 'film.json': text, ...more }, { level: 9 }), 500);
    const kinds = (parts: readonly Read[]): string =>
      parts.map((part) => (part.kind === 'film' ? 'film' : part.hash.slice(-1))).join(' ');
    const seven = new Uint8Array(7);
    // Of the right size, in the wrong folder, not of the film, packed to a thousandth, and too short.
    expect(kinds(entries({ [`photos/${hash(1)}`]: seven }))).toBe('film 1');
    expect(kinds(entries({ [`sounds/${hash(1)}`]: seven, [`photos/${hash(9)}`]: seven }))).toBe('film');
    expect(
      kinds(entries({ [`photos/${hash(1)}`]: new Uint8Array(40_000_000), [`photos/${hash(2)}`]: seven })),
    ).toBe('film 2');
    expect(kinds(entries({ [`photos/${hash(1)}`]: new Uint8Array(6) }))).toBe('film');
  });

  test('unpacks no further than the film says, and nothing that it does not name', () => {
    const push = vi.spyOn(Inflate.prototype, 'push');
    const text = strToU8(JSON.stringify(filmDocument(film)));
    const large = new Uint8Array(20_000_000);
    const bytes = zipSync({ 'film.json': text, [`photos/${hash(1)}`]: large, more: large }, { level: 9 });
    readAll(bytes, 500);
    const pieces = push.mock.calls.length;
    push.mockRestore();
    // The document, and the first piece of the photo; there are over seventy.
    expect([pieces <= 6, bytes.length > 70 * 500]).toEqual([true, true]);
  });

  test('refuses more than one film, a film of gigabytes, and one that was altered', () => {
    const text = JSON.stringify(filmDocument(film));
    const one = zipSync({ 'film.json': strToU8(text) }, { level: 0 });
    const two = [...one.subarray(0, one.length), ...one];
    expect(() => readAll(Uint8Array.from(two), 999)).toThrow(/more than one film|damaged/);
    const large = zipSync({ 'film.json': new Uint8Array(80_000_000).fill(32) }, { level: 9 });
    expect(large.length).toBeLessThan(100_000);
    expect(() => readAll(large, 4096)).toThrow('It is larger than Kermis can read.');
    // A digit of a hold that another took the place of: still a film, but not the one that was saved.
    const at = Buffer.from(one).indexOf('"hold":2') + 7;
    const altered = Uint8Array.from(one, (byte, i) => (i === at ? 0x39 : byte));
    expect(readAll(altered, 300)[0]).toMatchObject({
      film: { ok: false, problem: expect.stringMatching(/checksum/) as string },
    });
  });

  test('of a film that cannot be read all that is stored is written, with every file that it names', async () => {
    const stored = {
      format: 'kermis',
      version: 99,
      film: { photos: [{ hash: hash(1) }], sounds: [{ hash: hash(2) }], more: hash(3) },
    };
    const there = new Map([
      [hash(1), 'photo'],
      [hash(2), 'sound'],
    ]);
    const files = await storedFiles(stored, (each) =>
      Promise.resolve(there.has(each) ? new Blob([there.get(each) ?? '']) : null),
    );
    const zip = unzipSync(new Uint8Array(await (await zipFile(files)).arrayBuffer()));
    expect(JSON.parse(strFromU8(zip['film.json'] ?? new Uint8Array()))).toEqual(stored);
    expect(Object.keys(zip)).toEqual(['film.json', `photos/${hash(1)}`, `sounds/${hash(2)}`]);
  });
});

test('checksums are those of ZIP archives', () => {
  // The check value of CRC-32/ISO-HDLC in the catalogue of parametrised CRC algorithms.
  expect(crc32(strToU8('123456789'))).toBe(0xcbf43926);
});
