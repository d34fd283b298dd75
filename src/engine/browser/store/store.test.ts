import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { Edit } from '../../../core/edits/edit';
import type { Film, Photo } from '../../../core/film/film';
import type { IntakeRow } from '../../../core/film/intake/intake-row';
import { perform, startHistory } from '../../../core/edits/history';
import { filmWith, photoNamed } from '../../../core/film/random-films';
import { TakeWriter, closeTake, listTakes, removeTake, takeFile, type Take } from './take-repository';
import { tryFilmLock } from './film-lock';
import {
  deleteFilm,
  isDemoFilm,
  keepDemoFilm,
  keepFilm,
  keepPlace,
  listFilms,
  readFilm,
  readPlace,
  readKept,
} from './film-repository';
import { keepLastFilm, readLastFilm } from './last-film';
import { findUnused, freeUnused, unusedWords } from './free-unused';
import {
  filmsWithIntake,
  forgetIntake,
  keepIntake,
  keepWaiting,
  readIntake,
  type KeptIntake,
} from './intake-repository';
import { isFull } from '../../faults/is-full';
import { StandInLocks } from './stand-in-locks';
import { holdPictures } from './store-lock';
import * as stores from './stores';

beforeEach(async () => {
  vi.stubGlobal('navigator', { locks: new StandInLocks() });
  for (const store of Object.values(stores)) await store.clear();
});

const hash = (letter: string): string => letter.repeat(64);

const photo = (id: string, letter: string): Photo => ({ ...photoNamed(id), hash: hash(letter) });

/** A film whose photos lie in the store under these letters. */
const filmNamed = (id: string, letters: string): Film => ({
  ...filmWith([
    [
      { id: 'first', photoId: 'a', hold: 2 },
      { id: 'second', photoId: 'a', hold: 1 },
    ],
  ]),
  id,
  title: id,
  photos: Array.from(letters, (letter, i) => photo(i === 0 ? 'a' : i === 1 ? 'b' : `p${i}`, letter)),
});

/** A film as it was kept, with an edit in its journal that the document does not have. */
async function journalled(film: Film, edit: Edit): Promise<void> {
  await keepFilm(film);
  const kept = await readKept(film.id);
  if (!kept.ok) throw new Error(kept.problem);
  const { journal } = kept.value;
  journal.note(perform(startHistory(film), edit));
  await journal.write();
}

const doneTo = async (id: string): Promise<number> => {
  const kept = await readKept(id);
  return kept.ok ? kept.value.history.done.length : -1;
};

describe('films on the shelf', () => {
  it('come back as they were kept, the one seen last first', async () => {
    const [one, two] = [filmNamed('one', 'ab'), filmNamed('two', 'cd')];
    await keepFilm(one, 7);
    await keepFilm(two);
    await keepPlace('one', { stage: 'time', frame: 4, loop: true, seenAt: 20 });
    await keepPlace('two', { stage: 'print', frame: 0, loop: false, seenAt: 10 });
    expect(await readFilm('one')).toEqual({ ok: true, value: one });
    expect((await listFilms()).map(({ id, seenAt }) => [id, seenAt])).toEqual([
      ['one', 20],
      ['two', 10],
    ]);
    expect(await readPlace('two')).toEqual({ stage: 'print', frame: 0, loop: false, seenAt: 10 });
  });

  it('that are damaged or gone are told of, and nobody is led to them', async () => {
    await stores.films.setItem('broken', { format: 'kermis', version: 5, film: { id: 'broken' } });
    await stores.places.setItem('broken', { stage: 'time', frame: -1 });
    const read = await readFilm('broken');
    expect(read.ok).toBe(false);
    expect(await readFilm('gone')).toEqual({
      ok: false,
      problem: 'There is no such film in this browser. It may have been deleted.',
    });
    expect(await readPlace('broken')).toBeUndefined();
    // It stays on the shelf: it may be rescued.
    expect((await listFilms()).map(({ id, film }) => [id, film.ok])).toEqual([['broken', false]]);
    await keepLastFilm('gone');
    expect(await readLastFilm()).toBeUndefined();
    await keepLastFilm('broken');
    expect(await readLastFilm()).toBe('broken');
  });

  it('leave nothing of their own behind when they are deleted', async () => {
    const film = filmNamed('one', 'ab');
    const set: Edit = { kind: 'patch', of: 'film', patch: { title: 'Changed' } };
    await journalled(film, set);
    await journalled({ ...film, id: 'one-more' }, set);
    await keepPlace('one', { stage: 'time', frame: 0, loop: true, seenAt: 1 });
    await keepIntake({ filmId: 'one', rows: [], order: undefined, asked: 0 });
    await keepDemoFilm('one');
    await new TakeWriter(take('take', 'one')).finish();
    await deleteFilm('one');
    expect(await stores.histories.keys()).toEqual(['one-more', 'one-more/0']);
    expect(await stores.films.keys()).toEqual(['one-more']);
    for (const store of [stores.places, stores.intakes, stores.takes]) expect(await store.length()).toBe(0);
    expect(await isDemoFilm('one')).toBe(true);
    expect(await isDemoFilm('one-more')).toBe(false);
  });
});

describe('photos that came in and are not laid out', () => {
  const rows = (names: readonly string[]): IntakeRow[] =>
    names.map((name) => ({ id: `id of ${name}`, name, leftOut: false, photo: photo(name, 'a') }));
  const numbers = (from: number, to: number): string[] =>
    Array.from({ length: to - from }, (_, i) => `p${from + i}`);
  const table = (list: readonly IntakeRow[]): KeptIntake => ({
    ...{ filmId: 'film', rows: list, order: 'number', asked: 2000 },
  });

  it('come back in their order, however many; only parts that changed are written again', async () => {
    const first = rows(numbers(0, 1100));
    await keepIntake(table(first));
    expect(await readIntake('film')).toEqual(table(first));
    // Read anew, nothing is known of what is stored: all of it is written once.
    await keepIntake(table(first));
    const write = vi.spyOn(stores.intakes, 'setItems');
    const more = [...first, ...rows(numbers(1100, 1130))];
    await keepIntake(table(more));
    const written = write.mock.calls.flatMap(([items]) => (items as { key: string }[]).map(({ key }) => key));
    expect(written).toEqual(['film/4', 'film']);
    write.mockRestore();
    expect(await readIntake('film')).toEqual(table(more));
  });

  it('are as they were kept last, whatever was moved, left out or taken away', async () => {
    const change = fc.tuple(fc.nat(700), fc.nat(700), fc.constantFrom('move', 'leave out', 'cut'));
    await fc.assert(
      fc.asyncProperty(fc.array(change, { minLength: 1, maxLength: 6 }), async (changes) => {
        let list = rows(numbers(0, 600));
        for (const [a, b, what] of changes) {
          const at = a % list.length;
          const [row] = list.slice(at, at + 1) as [IntakeRow];
          const others = list.filter((each) => each !== row);
          if (what === 'move') list = [...others.slice(0, b), row, ...others.slice(b)];
          else if (what === 'cut') list = list.slice(0, at + 1);
          else list = list.map((each) => (each === row ? { ...row, leftOut: true } : each));
          await keepIntake(table(list));
        }
        expect(await readIntake('film')).toEqual(table(list));
      }),
      { numRuns: 25 },
    );
  });

  it('come back with those that had come in and did not stand in the table yet', async () => {
    await keepIntake(table(rows(['a', 'b'])));
    await keepWaiting('film', rows(['b', 'c', 'd']));
    expect((await readIntake('film'))?.rows.map(({ name }) => name)).toEqual(['a', 'b', 'c', 'd']);
    expect(await filmsWithIntake()).toEqual(['film']);
    await forgetIntake('film');
    expect(await stores.intakes.keys()).toEqual([]);
  });

  it('are read as an older version kept them, and forgotten with all their parts', async () => {
    await stores.intakes.setItem('film', table(rows(['a', 'b'])));
    expect(await readIntake('film')).toEqual(table(rows(['a', 'b'])));
    await keepIntake(table(rows(numbers(0, 600))));
    await keepIntake({ ...table(rows(['a'])), filmId: 'film-2' });
    expect(await filmsWithIntake()).toEqual(['film', 'film-2']);
    await forgetIntake('film');
    expect(await stores.intakes.keys()).toEqual(['film-2', 'film-2/0']);
  });

  it('that could not be kept are written whole the next time', async () => {
    await keepIntake(table(rows(numbers(0, 300))));
    const full = vi
      .spyOn(stores.intakes, 'setItems')
      .mockRejectedValue(new DOMException('', 'QuotaExceededError'));
    const more = rows(numbers(0, 600));
    await expect(keepIntake(table(more))).rejects.toSatisfy(isFull);
    full.mockRestore();
    await keepIntake(table(more));
    expect(await readIntake('film')).toEqual(table(more));
  });
});

describe('freeing what no film uses', () => {
  const keepPictures = async (letter: string, size: number): Promise<void> => {
    await stores.originals.setItem(hash(letter), new Uint8Array(size));
    await stores.previews.setItem(hash(letter), new Uint8Array(20));
    await stores.thumbnails.setItem(hash(letter), new Uint8Array(3));
  };
  const kept = async (): Promise<string> => (await stores.originals.keys()).map((key) => key[0]).join('');

  it('keeps what two films share until the last of them goes, and gives the bytes', async () => {
    for (const letter of 'abc') await keepPictures(letter, 1000);
    await keepFilm(filmNamed('one', 'ab'));
    await keepFilm(filmNamed('two', 'bc'));
    expect(await freeUnused()).toEqual({ photos: 0, sounds: 0, bytes: 0 });
    await deleteFilm('one');
    expect(await findUnused()).toEqual({ photos: 1, sounds: 0, bytes: 1023 });
    expect(await kept()).toBe('abc');
    expect(await freeUnused()).toEqual({ photos: 1, sounds: 0, bytes: 1023 });
    expect(await kept()).toBe('bc');
    await deleteFilm('two');
    expect(await freeUnused()).toEqual({ photos: 2, sounds: 0, bytes: 2046 });
    for (const store of [stores.originals, stores.previews, stores.thumbnails])
      expect(await store.length()).toBe(0);
  });

  it('keeps retouched files, what lies in the table of an import, and small pictures with their originals', async () => {
    for (const letter of 'abcd') await keepPictures(letter, 10);
    const film = filmNamed('one', 'ab');
    const [first, ...others] = film.photos as [Photo, Photo];
    const { name, type, bytes, width, height, orientation } = first;
    const shown = { ...first, retouched: { name, type, bytes, width, height, orientation, hash: hash('c') } };
    await keepFilm({ ...film, photos: [shown, ...others] });
    const row = { id: 'row', name: 'd.jpg', leftOut: true, photo: photo('d', 'd') };
    await keepIntake({ filmId: 'one', rows: [row], order: 'time', asked: 1 });
    expect(await freeUnused()).toEqual({ photos: 0, sounds: 0, bytes: 0 });
    expect(await readIntake('one')).toEqual({ filmId: 'one', rows: [row], order: 'time', asked: 1 });
    await stores.intakes.setItem('one', { filmId: 'one', rows: [{ ...row, leftOut: 'perhaps' }] });
    expect(await readIntake('one')).toBeUndefined();
  });

  it('frees sounds with their samples, and forgets what could bring them back', async () => {
    const film = filmNamed('one', 'a');
    const sound = {
      ...{ id: 'sound', name: 'bell.wav', hash: hash('e'), type: 'audio/wav' },
      ...{ bytes: 500, channels: 2, sampleRate: 48_000, samples: 10 },
    };
    await journalled(
      { ...film, sounds: [sound] },
      { kind: 'set', of: 'sounds', things: [{ id: 'sound', to: undefined }] },
    );
    await stores.originals.setItem(hash('e'), new Uint8Array(500));
    await stores.soundAnalyses.setItem(hash('e'), { attacks: [] });
    await stores.soundPieces.setItem(`${hash('e')}.0`, {
      channels: [new Float32Array(10), new Float32Array(10)],
    });
    expect(await doneTo('one')).toBe(1);
    expect(await freeUnused()).toEqual({ photos: 0, sounds: 1, bytes: 580 });
    expect(await doneTo('one')).toBe(0);
    // The document was behind its journal: what the film is stays all the same.
    expect(await readFilm('one')).toMatchObject({ ok: true, value: { sounds: [] } });
    for (const store of [stores.originals, stores.soundAnalyses, stores.soundPieces])
      expect(await store.length()).toBe(0);
  });

  it('does nothing while a film is open; what a film names that cannot be read is kept', async () => {
    await keepPictures('a', 10);
    const letGo = await holdPictures();
    expect(await freeUnused()).toBe('in-use');
    letGo();
    await vi.waitFor(async () => expect(await findUnused()).toMatchObject({ photos: 1 }));
    await keepPictures('b', 10);
    await stores.films.setItem('broken', { format: 'kermis', film: [{ hash: hash('a') }] });
    expect(await freeUnused()).toMatchObject({ photos: 1 });
    expect(await kept()).toBe('a');
  });

  it('says it in words', () => {
    expect(unusedWords({ photos: 1, sounds: 0, bytes: 3 })).toBe('1 photo');
    expect(unusedWords({ photos: 3, sounds: 1, bytes: 3 })).toBe('3 photos and 1 sound');
    expect(unusedWords({ photos: 0, sounds: 0, bytes: 0 })).toBe('');
  });
});

const take = (id: string, filmId: string, recordedAt = 1): Take => ({
  ...{ id, filmId, name: 'Take 1', recordedAt, channels: 1, lead: 0 },
  ...{ pin: { to: 'time', sample: 0 }, samples: 0, done: false },
});

describe('takes', () => {
  /** Samples of a ramp, each its own number in 24 bits. */
  const ramp = (from: number, count: number): Float32Array =>
    Float32Array.from({ length: count }, (_, i) => (from + i) / (2 ** 23 - 1));

  it('are stored while they come; of one that is cut off less than half a second is missing', async () => {
    const writer = new TakeWriter(take('cut', 'film'));
    for (let at = 0; at < 60_000; at += 1_000) await writer.push([ramp(at, 1_000)]);
    // The tab is closed here: nothing says that it is done.
    const [found] = await listTakes('film');
    expect(found).toMatchObject({ id: 'cut', done: false, samples: 48_000 });
    const view = new DataView(await (await takeFile(found as Take)).arrayBuffer());
    // RIFF WAVE: samples of 24 bits begin behind a head of 44 bytes.
    expect(view.byteLength).toBe(44 + 48_000 * 3);
    expect(view.getUint32(40, true)).toBe(48_000 * 3);
    const sample = (i: number): number => (view.getInt32(44 + i * 3 - 1, true) >> 8) | 0;
    for (const i of [1, 2, 23_999, 24_000, 47_999]) expect(sample(i)).toBe(i);
    await closeTake(found as Take);
    expect(await listTakes('film')).toMatchObject([{ id: 'cut', done: true }]);
  });

  it('are listed for their own film, the newest first, and go with their samples', async () => {
    for (const [id, film, at] of [
      ['x', 'film', 1],
      ['y', 'film', 2],
      ['z', 'other', 3],
    ] as const) {
      const writer = new TakeWriter(take(id, film, at));
      await writer.push([ramp(0, 30_000)]);
      expect(await writer.finish()).toMatchObject({ samples: 30_000, done: true });
    }
    await stores.takes.setItem('strange', { id: 'strange', filmId: 'film' });
    expect((await listTakes('film')).map(({ id }) => id)).toEqual(['y', 'x']);
    await removeTake('y');
    expect((await listTakes('film')).map(({ id }) => id)).toEqual(['x']);
    expect((await stores.takePieces.keys()).map((key) => key[0])).toEqual(['x', 'z']);
  });

  it('take the channels that come, though others were promised', async () => {
    const writer = new TakeWriter(take('two', 'film'));
    await writer.push([ramp(0, 100), ramp(100, 100)]);
    const done = await writer.finish();
    expect(done).toMatchObject({ channels: 2, samples: 100 });
    expect((await takeFile(done)).size).toBe(44 + 100 * 2 * 3);
  });

  it('say when there is no room, and keep what was stored', async () => {
    const writer = new TakeWriter(take('full', 'film'));
    await writer.push([ramp(0, 24_000)]);
    const full = vi
      .spyOn(stores.takePieces, 'setItem')
      .mockRejectedValue(new DOMException('no room', 'QuotaExceededError'));
    await expect(writer.push([ramp(24_000, 24_000)])).rejects.toSatisfy(isFull);
    full.mockRestore();
    expect(await listTakes('film')).toMatchObject([{ id: 'full', samples: 24_000 }]);
  });
});

describe('the right to write', () => {
  it('has one tab at a time, and goes to the next when it is given back', async () => {
    const lock = await tryFilmLock('film');
    expect(lock).toBeDefined();
    expect(await tryFilmLock('film')).toBeUndefined();
    const other = await tryFilmLock('other');
    expect(other).toBeDefined();
    lock?.release();
    lock?.release();
    await vi.waitFor(async () => expect(await tryFilmLock('film')).toBeDefined());
  });
});

it('a full disk is known by its name or by its words', () => {
  expect(isFull(new DOMException('', 'QuotaExceededError'))).toBe(true);
  expect(isFull(new Error('Encountered full disk: the disk is full'))).toBe(true);
  // As Chromium says it where the disk itself is full (seen on a full tmpfs).
  expect(isFull(new DOMException('Failed to write blobs (IOError)', 'DataError'))).toBe(true);
  expect(isFull(new Error('IO error: 000003.log: FILE_ERROR_NO_SPACE (ChromeMethodBFE: 3)'))).toBe(true);
  expect(isFull(new Error('the database is closing'))).toBe(false);
  expect(isFull(null)).toBe(false);
});
