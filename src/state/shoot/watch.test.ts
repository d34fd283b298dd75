import 'fake-indexeddb/auto';
import { createHash } from 'node:crypto';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { posesOf } from '../../core/film/items';
import { photosById, type Film } from '../../core/film/film';
import { filmWith, photoNamed } from '../../core/film/random-films';
import { histories } from '../../engine/browser/store/stores';
import { startAutosave } from '../document/autosave';
import { documentNow, openFilm, setDocument } from '../document/document';
import { openForTest } from '../document/open-for-test';
import { said } from '../shell/said-for-test';
import { setShell } from '../shell/shell';
import { goTo } from '../transport/play';
import { setShooting, shootingNow, useShooting } from './shooting';
import {
  bringInBefore,
  findServerFolder,
  goOnWatching,
  pauseWatching,
  stopWatching,
  useWatch,
  watchPicked,
  watchServer,
} from './watch';
import { ToldError } from '../../core/time/told-error';

/** A file as it lies in a folder: a photo is known by its words, as by its bytes. */
interface Lying {
  readonly words: string;
  readonly writtenAt: number;
}

/** The folder that is watched; undefined where it is gone. */
let folder: Map<string, Lying> | undefined;
let clock = 0;
/** Whether the browser has no room left. */
let isFull = false;
/** Names of files that cannot be read. */
const locked = new Set<string>();

/** Writes a file into the folder. */
const write = (name: string, words: string): void => void folder?.set(name, { words, writtenAt: ++clock });

const place = {
  name: 'Card',
  list: () =>
    folder
      ? Promise.resolve({
          files: [...folder].map(([name, { words, writtenAt }]) => ({
            name,
            bytes: words.length,
            writtenAt,
          })),
          older: 0,
        })
      : Promise.reject(new ToldError('It is gone.')),
  read: (name: string) =>
    locked.has(name)
      ? Promise.reject(new Error('It is locked.'))
      : Promise.resolve(new File([folder?.get(name)?.words ?? ''], name)),
};

vi.mock('../../engine/browser/shoot/watched/server-folder', () => ({
  serverFolder: () => Promise.resolve(place),
}));
vi.mock('../../engine/browser/shoot/watched/local-folder', () => ({
  pickFolder: () => Promise.reject(new ToldError('The folder is not allowed.')),
}));

const hashOf = (words: string): string => createHash('sha256').update(words).digest('hex');

// Stands in for the workers that read photos.
vi.mock('../../engine/browser/photos/photo-threads', () => ({
  PhotoThreads: class {
    async bringIn(file: File) {
      const words = await file.text();
      if (words === 'no photo')
        return { ok: false, problem: `${file.name} is no picture. It was left out.`, full: false };
      if (isFull) return { ok: false, problem: '', full: true };
      const { id, ...photo } = photoNamed(file.name);
      return { ok: true, photo: { ...photo, name: id, bytes: words.length, hash: hashOf(words) } };
    }
    close(): void {
      // Nothing was opened.
    }
  },
}));

const film = (): Film => {
  const open = openFilm();
  if (!open) throw new Error('No film is open.');
  return open;
};
const names = (): readonly (string | undefined)[] =>
  posesOf(film()).map(({ photoId }) => photosById(film()).get(photoId)?.name);

/** Lets the folder be looked into so many times, and what was found come in. */
async function looks(count: number): Promise<void> {
  for (let i = 0; i < count; i++) await vi.advanceTimersByTimeAsync(500);
  await vi.waitFor(
    () => {
      expect(useWatch.getState().coming).toBe(0);
      expect(documentNow().keeping.kind).toBe('kept');
    },
    { timeout: 20_000, interval: 2 },
  );
}

let leave: () => void = () => undefined;

beforeEach(async () => {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
  vi.stubGlobal('document', { visibilityState: 'visible', addEventListener() {}, removeEventListener() {} });
  vi.stubGlobal('addEventListener', () => undefined);
  vi.stubGlobal('removeEventListener', () => undefined);
  await histories.clear();
  folder = new Map();
  isFull = false;
  locked.clear();
  await openForTest({ ...filmWith([[]]), photos: [] });
  leave = startAutosave();
  setDocument({ canWrite: true });
  useShooting.setState(useShooting.getInitialState(), true);
  await findServerFolder();
});
afterEach(async () => {
  await looks(1);
  stopWatching();
  leave();
  vi.useRealTimers();
});

test('files come in once they are whole, in number order; what lay there before stays there', async () => {
  write('OLD1.JPG', 'old');
  await watchServer(false);
  expect(said()).toContain('1 file already in “Card” stays there. New ones are added.');
  // Two at once, the higher number first; and one that grows from look to look.
  write('SHOT0010.JPG', 'ten');
  write('SHOT0009.JPG', 'nine');
  write('SHOT0011.JPG', 'elev');
  await vi.advanceTimersByTimeAsync(500);
  write('SHOT0011.JPG', 'eleven');
  await looks(1);
  expect(names()).toEqual(['SHOT0009.JPG', 'SHOT0010.JPG']);
  expect(useWatch.getState()).toMatchObject({ brought: 2, waiting: 1 });
  await looks(2);
  expect(names()).toEqual(['SHOT0009.JPG', 'SHOT0010.JPG', 'SHOT0011.JPG']);
  expect(useWatch.getState()).toMatchObject({ name: 'Card', brought: 3, waiting: 0, isLooking: true });
});

test('where it is asked for, what lies there comes in too', async () => {
  write('B2.JPG', 'two');
  write('A1.JPG', 'one');
  await watchServer(true);
  await looks(2);
  expect(names()).toEqual(['A1.JPG', 'B2.JPG']);
});

test('watched again after a crash: only what the film does not have comes in, from what lies there too', async () => {
  await watchServer(false);
  for (const name of ['SHOT1.JPG', 'SHOT2.JPG', 'SHOT3.JPG']) write(name, `of ${name}`);
  await looks(2);
  stopWatching();
  // As the page was closed two more came, one of them with the bytes of another.
  write('SHOT4.JPG', 'of SHOT4.JPG');
  write('SHOT5.JPG', 'of SHOT1.JPG');
  await watchServer(true);
  await looks(2);
  expect(names()).toEqual(['SHOT1.JPG', 'SHOT2.JPG', 'SHOT3.JPG', 'SHOT4.JPG', 'SHOT5.JPG']);
  expect(useWatch.getState()).toMatchObject({ brought: 2, known: 3, stayed: 0 });
  stopWatching();
  // What lay there is offered later too.
  write('SHOT6.JPG', 'of SHOT6.JPG');
  await watchServer(false);
  await looks(2);
  expect(useWatch.getState()).toMatchObject({ brought: 0, stayed: 6 });
  bringInBefore();
  await looks(2);
  expect(names().slice(5)).toEqual(['SHOT6.JPG']);
  expect(useWatch.getState()).toMatchObject({ brought: 1, known: 5, stayed: 0 });
});

test('a file that stands still while it is written is not spoken of, and comes in whole', async () => {
  await watchServer(false);
  write('SHOT1.JPG', 'no photo');
  await looks(4);
  write('SHOT1.JPG', 'no photo at all yet, but now');
  await looks(8);
  expect([names(), said()]).toEqual([['SHOT1.JPG'], '']);
});

test('a full disk ends the watching, and says how what is missing comes in', async () => {
  await watchServer(false);
  write('SHOT1.JPG', 'one');
  await looks(2);
  isFull = true;
  for (const name of ['SHOT2.JPG', 'SHOT3.JPG']) write(name, name);
  await looks(2);
  expect(said()).toBe(
    'No room left for SHOT2.JPG: “Card” is not watched any more. Free disk space, then watch it again, with the files that are there.',
  );
  isFull = false;
  await watchServer(true);
  await looks(2);
  expect(names()).toEqual(['SHOT1.JPG', 'SHOT2.JPG', 'SHOT3.JPG']);
});

test('the same name with other bytes is another photo, which is said; the same bytes once more are none', async () => {
  await watchServer(false);
  write('SHOT1.JPG', 'one');
  await looks(2);
  write('SHOT1.JPG', 'one');
  await looks(3);
  expect([names(), said()]).toEqual([['SHOT1.JPG'], '']);
  write('SHOT1.JPG', 'another');
  await looks(3);
  expect(names()).toEqual(['SHOT1.JPG', 'SHOT1.JPG']);
  expect(said()).toBe('SHOT1.JPG was added before and has changed since: both are in the film.');
});

test('what the film itself wrote out is not brought in again; a photo of the same name is one of its own', async () => {
  const written = { ...photoNamed('SHOT7.JPG'), id: 'seven', hash: hashOf('seven'), bytes: 5 };
  const drawn = { ...photoNamed('SHOT8.JPG'), id: 'eight', hash: hashOf('eight') };
  await openForTest({
    ...filmWith([[{ id: 'pose', photoId: 'seven', hold: 2 }]]),
    photos: [
      { ...written, writtenOut: { form: 'file', stem: 'SHOT7' } },
      { ...drawn, writtenOut: { form: 'film', stem: 'SHOT8' } },
    ],
  });
  setDocument({ canWrite: true });
  await watchServer(false);
  write('SHOT7.JPG', 'seven');
  write('SHOT8.png', 'whatever became of it');
  await looks(3);
  expect(said().split('\n').sort()).toEqual([
    'SHOT7.JPG was saved out by this film; it is not added again.',
    'SHOT8.png was saved out by this film; it is not added again.',
  ]);
  write('SHOT7.JPG', 'a photo of its own');
  await looks(3);
  expect(names()).toEqual(['SHOT7.JPG', 'SHOT7.JPG']);
});

test('what cannot be read, and what is no photo, is named; the rest goes on', async () => {
  await watchServer(false);
  locked.add('SHOT1.JPG');
  write('SHOT1.JPG', 'one');
  write('SHOT2.JPG', 'no photo');
  write('SHOT3.JPG', 'three');
  await looks(2);
  expect(names()).toEqual(['SHOT3.JPG']);
  await looks(6);
  expect(said()).toContain(
    'SHOT1.JPG could not be read from the folder. It was left out; copy it there again.',
  );
  expect(said()).toContain('SHOT2.JPG is no picture. It was left out.');
  expect(useWatch.getState().brought).toBe(1);
});

test('photos go behind the pose on screen one after the other, and in place of it one goes, then to the end', async () => {
  await watchServer(false);
  for (let i = 1; i <= 3; i++) write(`SHOT${i}.JPG`, `${i}`);
  await looks(2);
  goTo(0);
  setShooting({ place: 'behind' });
  for (let i = 4; i <= 6; i++) write(`SHOT${i}.JPG`, `${i}`);
  await looks(2);
  const numbers = (): string =>
    names()
      .map((name = '') => /\d+/.exec(name)?.[0])
      .join(' ');
  expect(numbers()).toBe('1 4 5 6 2 3');
  goTo(0);
  setShooting({ place: 'instead' });
  for (let i = 7; i <= 8; i++) write(`SHOT${i}.JPG`, `${i}`);
  await looks(2);
  expect(numbers()).toBe('7 4 5 6 2 3 8');
  expect(shootingNow().place).toBe('end');
});

test('turned cameras turn what comes in', async () => {
  await watchServer(false);
  setShooting({ turn: 6 });
  write('SHOT1.JPG', 'one');
  await looks(2);
  expect(film().photos.map(({ turn }) => turn)).toEqual([6]);
});

test('while another stage is on screen nothing is looked for, and then all that came meanwhile', async () => {
  await watchServer(false);
  pauseWatching();
  write('SHOT1.JPG', 'one');
  await looks(4);
  expect([names(), useWatch.getState().isLooking]).toEqual([[], false]);
  goOnWatching();
  await looks(2);
  expect(names()).toEqual(['SHOT1.JPG']);
});

test('a folder that goes is told of, and no longer watched; so is one that may not be read, and one whose film is left', async () => {
  await watchServer(false);
  write('SHOT1.JPG', 'one');
  await looks(2);
  folder = undefined;
  await looks(1);
  expect(said()).toContain(
    'The folder “Card” is gone or cannot be read any more. The photos that came are in the film.',
  );
  expect([names(), useWatch.getState().name]).toEqual([['SHOT1.JPG'], undefined]);
  await watchServer(false);
  expect(said()).toContain('The folder cannot be read. It is gone.');
  await watchPicked(false);
  expect(said()).toContain('The folder cannot be read. The folder is not allowed.');
  folder = new Map();
  await watchServer(false);
  expect(useWatch.getState().name).toBe('Card');
  setShell({ phase: 'shelf' });
  expect(useWatch.getState().name).toBeUndefined();
});

test('a film that may only be looked at takes nothing', async () => {
  setDocument({ canWrite: false });
  await watchServer(true);
  expect(useWatch.getState().name).toBeUndefined();
  expect(said()).toContain('This film is open in another tab.');
});
