import { strToU8, unzipSync, zipSync } from 'fflate';
import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { DEFAULT_SETTINGS, type Film } from '../film/film';
import { BundleReader, writeBundle, type BundlePart } from './bundle';
import { filmDocument, FILM_VERSION, readFilmDocument } from './film-document';
import { fileName } from './file-name';

const hash = (n: number): string => n.toString(16).padStart(64, '0');

const film: Film = {
  id: 'film-1',
  title: 'Äpfel & Rößchen 🐎',
  settings: { ...DEFAULT_SETTINGS, rate: { num: 30000, den: 1001 } },
  photos: [1, 2].map((n) => ({
    id: `p${n}`,
    name: `PICT${n}.JPG`,
    hash: hash(n),
    type: 'image/jpeg',
    bytes: 9,
    width: 4,
    height: 3,
    orientation: 6,
    takenAt: 5,
  })),
  scenes: [
    {
      id: 's',
      name: 'One',
      poses: [
        { id: 'a', photoId: 'p1', hold: 2 },
        { id: 'b', photoId: 'p1', hold: 1 },
      ],
    },
  ],
};

const readAll = (file: Uint8Array, piece: number): BundlePart[] => {
  const reader = new BundleReader();
  const parts: BundlePart[] = [];
  for (let at = 0; at < file.length; at += piece)
    parts.push(...reader.push(file.slice(at, at + piece), at + piece >= file.length));
  return parts;
};

describe('a .kermis file', () => {
  test('gives film and originals back byte for byte, in pieces of any size, the film first', () => {
    fc.assert(
      fc.property(
        fc.uint8Array({ minLength: 1, maxLength: 3000 }),
        fc.integer({ min: 1, max: 900 }),
        (bytes, piece) => {
          const originals = new Map([
            [hash(1), bytes],
            [hash(2), new Uint8Array([1, 2, 3])],
          ]);
          const parts = readAll(writeBundle(film, originals), piece);
          expect(parts[0]).toEqual({ kind: 'film', film: { ok: true, value: film } });
          expect(parts.slice(1).map((part) => part.kind === 'photo' && [part.hash, [...part.bytes]])).toEqual(
            [
              [hash(1), [...bytes]],
              [hash(2), [1, 2, 3]],
            ],
          );
        },
      ),
    );
  });

  test('is a plain ZIP archive that other tools open', () => {
    const file = writeBundle(film, new Map([[hash(1), new Uint8Array([7])]]));
    expect(Object.keys(unzipSync(file))).toEqual(['film.json', `photos/${hash(1)}`]);
  });

  test('what is not a film says so, and names that do not belong are passed over', () => {
    const file = zipSync({ '../../etc/passwd': strToU8('x'), 'film.json': strToU8('{"format":"kermis"}') });
    const parts = readAll(file, 64);
    expect(parts).toHaveLength(1);
    expect(parts[0]).toMatchObject({ kind: 'film', film: { ok: false } });
  });
});

describe('a stored film', () => {
  const read = (change: (document: ReturnType<typeof filmDocument>) => unknown): string => {
    const outcome = readFilmDocument(change(structuredClone(filmDocument(film))));
    return outcome.ok ? 'read' : outcome.problem;
  };

  test('is read as it was written; anything else is refused in a sentence', () => {
    expect(readFilmDocument(JSON.parse(JSON.stringify(filmDocument(film))))).toEqual({
      ok: true,
      value: film,
    });
    expect(read((d) => ({ ...d, version: FILM_VERSION + 1 }))).toMatch(/newer Kermis/);
    expect(read((d) => ({ ...d, film: { ...d.film, photos: [] } }))).toMatch(/2 of its poses name photos/);
    const pose = { id: 'a', photoId: 'p1', hold: 1.5 };
    expect(
      read((d) => ({ ...d, film: { ...d.film, scenes: [{ id: 's', name: '', poses: [pose] }] } })),
    ).toMatch(/hold/);
    const twice = [
      { id: 's', name: '', poses: [{ ...pose, hold: 1 }] },
      { id: 't', name: '', poses: [{ ...pose, hold: 1 }] },
    ];
    expect(read((d) => ({ ...d, film: { ...d.film, scenes: twice } }))).toMatch(/same mark/);
    for (const junk of [null, undefined, 7, 'film', [], {}, { format: 'kermis', version: 1 }])
      expect(readFilmDocument(junk).ok).toBe(false);
  });
});

test('file names are made fit for every system', () => {
  expect(fileName('Horse: take/1', '.mp4')).toBe('Horse take 1.mp4');
  expect(fileName('horse.mp4', '.mp4')).toBe('horse.mp4');
  expect(fileName(' .. ', '.mp4')).toBe('film.mp4');
  expect(fileName('x'.repeat(300), '.webm')).toHaveLength(125);
  expect(fileName('Pferd 🐎 أهلا', '.webm')).toBe('Pferd 🐎 أهلا.webm');
});
