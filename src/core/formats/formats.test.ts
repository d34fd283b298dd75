import { readFile } from 'node:fs/promises';
import { describe, expect, test } from 'vitest';
import { NOTHING_DRAWN } from '../film/drawing';
import { DEFAULT_SETTINGS, NO_SOUND, type Film } from '../film/film';
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
      items: [
        { id: 'a', photoId: 'p1', hold: 2 },
        { id: 'b', photoId: 'p1', hold: 1 },
      ],
    },
  ],
  flags: [],
  range: {},
  ...NO_SOUND,
  ...NOTHING_DRAWN,
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
    // Before version 3 a scene had poses only, and a film no flags.
    const { flags, range, ...rest } = film;
    expect([flags, range]).toEqual([[], {}]);
    const old = {
      ...rest,
      scenes: film.scenes.map(({ items, ...scene }) => ({ ...scene, poses: items })),
    };
    expect(readFilmDocument({ format: 'kermis', version: 1, film: old })).toEqual({
      ok: true,
      value: film,
    });
    const cycle = { id: 'c', items: film.scenes[0]?.items, times: 3, way: 'forward', endsTwice: false };
    const inCycles = (item: unknown): string =>
      read((d) => ({ ...d, film: { ...d.film, scenes: [{ id: 's', name: '', items: [item] }] } }));
    expect(inCycles({ ...cycle, id: 'd', items: [cycle] })).toBe('read');
    expect(inCycles({ ...cycle, times: 0 })).toMatch(/times/);
    expect(inCycles({ ...cycle, items: [] })).toMatch(/items/);
    const deep = (levels: number): unknown =>
      levels === 0 ? cycle : { ...cycle, id: `d${levels}`, times: 10_000, items: [deep(levels - 1)] };
    expect(inCycles(deep(6))).toMatch(/would last a million hours; 24 are the most/);
    expect(inCycles(deep(49))).toMatch(/hours; 24 are the most/);
    expect(inCycles(deep(50))).toMatch(/its cycles lie 51 deep in each other; 50 are the most/);
    expect(inCycles(deep(3000))).toMatch(/nested too deeply/);
    // However deep a fault lies, the sentence is short.
    const faulty = deep(45) as { times: unknown; items: [{ items: [{ items: [{ times: unknown }] }] }] };
    faulty.items[0].items[0].items[0].times = 'often';
    const sentence = inCycles(faulty);
    expect([/^This.*: times of pose or cycle 1 of /.test(sentence), sentence.length < 200]).toEqual([
      true,
      true,
    ]);
    const turned = { ...film.photos[0], turn: 9 };
    expect(read((d) => ({ ...d, film: { ...d.film, photos: [turned, film.photos[1]] } }))).toMatch(/turn/);
    expect(read((d) => ({ ...d, film: { ...d.film, photos: [] } }))).toMatch(/2 of its poses name photos/);
    const pose = { id: 'a', photoId: 'p1', hold: 1.5 };
    expect(
      read((d) => ({ ...d, film: { ...d.film, scenes: [{ id: 's', name: '', items: [pose] }] } })),
    ).toMatch(/hold/);
    const twice = [
      { id: 's', name: '', items: [{ ...pose, hold: 1 }] },
      { id: 't', name: '', items: [{ ...pose, hold: 1 }] },
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

test('the page on file formats names the version that is written', async () => {
  const page = await readFile('docs/file-formats.md', 'utf8');
  const named = [...page.matchAll(/Version (\d+):|"version": (\d+)/g)].map(([, a, b]) => Number(a ?? b));
  expect(named).toEqual([FILM_VERSION, FILM_VERSION]);
});
