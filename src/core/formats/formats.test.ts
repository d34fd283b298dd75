import { describe, expect, test } from 'vitest';
import { DEFAULT_SETTINGS, type Film } from '../film/film';
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
    const later = { ...film, lanes: [] };
    expect(read(() => ({ format: 'kermis', version: FILM_VERSION + 1, film: later }))).toMatch(
      /newer Kermis/,
    );
    // One of the first version is one of this without marks on its photos.
    expect(read((d) => ({ ...d, version: 1 }))).toBe('read');
    const turned = { ...film.photos[0], turn: 9 };
    expect(read((d) => ({ ...d, film: { ...d.film, photos: [turned, film.photos[1]] } }))).toMatch(/turn/);
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
