import { transportNow } from '../transport/transport';
import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { emptyFilm } from '../../core/film/film';
import type { IntakeRow } from '../../core/film/intake/intake-row';
import { posesOf } from '../../core/film/items';
import { photoNamed } from '../../core/film/random-films';
import { readIntake } from '../../engine/browser/store/intake-repository';
import { films, histories, intakes } from '../../engine/browser/store/stores';
import { setHold } from '../poses/arrange-poses';
import { redoEdit, undoEdit } from '../document/edit-film';
import {
  beginIntake,
  completeIntake,
  dismissIntake,
  layOutAndPlay,
  restoreIntake,
  takeIn,
  takeInUnread,
} from './intake';
import { intakeOf, useIntake } from './intake-table';
import { leaveOut, moveRow, setOrder } from './arrange-intake';
import { openForTest } from '../document/open-for-test';
import { pause } from '../transport/play';
import { documentNow, openFilm } from '../document/document';
import { shellNow } from '../shell/shell';
// MANUAL

const HEX = '0123456789abcdef';
const hashOf = (n: number): string => `${HEX[n % 16] ?? ''}${HEX[Math.floor(n / 16) % 16] ?? ''}`.repeat(32);

const row = (n: number, change: Partial<IntakeRow> = {}): IntakeRow => {
  const name = `PICT${String(n).padStart(4, '0')}.JPG`;
  const photo = { ...photoNamed(`photo-${n}`), name, hash: hashOf(n), takenAt: 1_000_000 - n };
  return { id: `photo-${n}`, name, leftOut: false, photo, ...change };
};

const numbers = (): readonly number[] => (intakeOf()?.rows ?? []).map(({ id }) => Number(id.slice(6)));

/** The numbers of the photos that the film shows, in order. */
const laid = (): readonly number[] => {
  const film = openFilm();
  return film ? posesOf(film).map(({ photoId }) => Number(photoId.slice(6))) : [];
};

beforeEach(async () => {
  vi.stubGlobal('location', { pathname: '/' });
  vi.stubGlobal('history', { pushState: () => undefined, replaceState: () => undefined });
  vi.stubGlobal('requestAnimationFrame', () => 1);
  vi.stubGlobal('cancelAnimationFrame', () => undefined);
  for (const store of [films, histories, intakes]) await store.clear();
  useIntake.setState({ intake: undefined });
  await openForTest(emptyFilm('film', 'scene', 'Test'));
});

afterEach(() => {
  pause();
  vi.unstubAllGlobals();
});

const begin = (...list: readonly IntakeRow[]): void => {
  beginIntake(
    'film',
    list.map(({ name }) => name),
  );
  takeIn(list);
};

describe('the table of what came in', () => {
  it('stands in number order however rows come, each file once', () => {
    const pieces = fc.array(fc.array(fc.integer({ min: 1, max: 30 }), { maxLength: 6 }), { maxLength: 6 });
    fc.assert(
      fc.property(pieces, (list) => {
        useIntake.setState({ intake: undefined });
        begin();
        for (const piece of list)
          takeIn(piece.map((n) => row(n)).filter((_, i) => piece.indexOf(piece[i] ?? 0) === i));
        const wanted = [...new Set(list.flat())].sort((a, b) => a - b);
        expect(numbers()).toEqual(wanted);
      }),
    );
  });

  it('is ordered by time, moved by hand, and rows are left out; it comes back as it was', async () => {
    begin(row(1), row(2), row(3), row(4));
    setOrder('time');
    expect(numbers()).toEqual([4, 3, 2, 1]);
    moveRow('photo-1', 0);
    leaveOut(new Set(['photo-3']), true);
    expect(numbers()).toEqual([1, 4, 3, 2]);
    expect(intakeOf()?.order).toBeUndefined();
    completeIntake('film');
    const before = intakeOf();
    await vi.waitFor(async () => expect((await readIntake('film'))?.rows).toEqual(before?.rows));
    // The tab is closed and opened again.
    useIntake.setState({ intake: undefined });
    await restoreIntake('film');
    expect(intakeOf()).toMatchObject({
      rows: before?.rows,
      order: undefined,
      complete: true,
      laidOut: false,
    });
    layOutAndPlay();
    expect(laid()).toEqual([1, 4, 2]);
  });

  it('says how far an import was that the closing of a tab had cut', async () => {
    beginIntake('film', ['a', 'b', 'c']);
    takeIn([row(1)]);
    await vi.waitFor(async () => expect(await readIntake('film')).toBeDefined());
    useIntake.setState({ intake: undefined });
    await restoreIntake('film');
    expect(shellNow().notices.map(({ text }) => text)).toEqual([
      '1 of 3 photos had been added when the page was closed. Add the same folder again for the rest.',
    ]);
  });

  it('keeps what could not be used, with its sentence, and tries it again when it is chosen again', () => {
    const bad: IntakeRow = {
      id: 'bad',
      name: 'PICT0002.JPG',
      problem: 'PICT0002.JPG is empty.',
      leftOut: false,
    };
    begin(row(1), bad);
    takeInUnread(['locked']);
    expect(intakeOf()?.rows.map(({ problem }) => problem)).toEqual([
      'locked could not be opened. It was left out. Check that you may read it, then add it again.',
      undefined,
      'PICT0002.JPG is empty.',
    ]);
    begin(row(2));
    expect(intakeOf()?.rows.map(({ name }) => name)).toEqual(['locked', 'PICT0001.JPG', 'PICT0002.JPG']);
    expect(intakeOf()?.rows.some(({ id }) => id === 'bad')).toBe(false);
  });

  it('with nothing usable lays nothing out; put away, nothing of it is kept', async () => {
    begin({ id: 'bad', name: 'a.jpg', problem: 'a.jpg is empty.', leftOut: false });
    layOutAndPlay();
    expect(laid()).toEqual([]);
    expect(documentNow().history?.done).toHaveLength(0);
    dismissIntake();
    expect(intakeOf()).toBeUndefined();
    await vi.waitFor(async () => expect(await intakes.length()).toBe(0));
  });
});

describe('laying out', () => {
  it('is one step, and plays a film that had nothing; the table is forgotten once the film is kept', async () => {
    begin(row(3), row(1), row(2));
    completeIntake('film');
    layOutAndPlay();
    expect(laid()).toEqual([1, 2, 3]);
    expect({ ...shellNow(), ...transportNow() }).toMatchObject({ stage: 'time', playing: true, frame: 0 });
    expect(documentNow().history?.done).toHaveLength(1);
    await vi.waitFor(async () => expect(await intakes.length()).toBe(0));
    expect(await films.length()).toBe(1);
    undoEdit();
    expect(openFilm()?.photos).toEqual([]);
  });

  it('before all are in: the rest goes to its place by number, and is undone with it', () => {
    beginIntake('film', ['a', 'b', 'c', 'd']);
    takeIn([row(1), row(4)]);
    layOutAndPlay();
    expect(laid()).toEqual([1, 4]);
    takeIn([row(3), row(2)]);
    expect(laid()).toEqual([1, 2, 3, 4]);
    completeIntake('film');
    expect(intakeOf()).toBeUndefined();
    undoEdit();
    expect(laid()).toEqual([]);
    redoEdit();
    expect(laid()).toEqual([1, 2, 3, 4]);
  });

  it('what comes after an edit of the person’s is a step of its own', () => {
    beginIntake('film', ['a', 'b']);
    takeIn([row(1)]);
    layOutAndPlay();
    setHold(7);
    takeIn([row(2)]);
    expect(laid()).toEqual([1, 2]);
    undoEdit();
    expect(laid()).toEqual([1]);
    expect(posesOf(openFilm() ?? emptyFilm('', '', '')).map(({ hold }) => hold)).toEqual([7]);
  });

  it('marks photos that the film has already, and leaves them out', () => {
    begin(row(1), row(2));
    layOutAndPlay();
    completeIntake('film');
    begin(row(2, { id: 'photo-22' }), row(3));
    expect(intakeOf()?.rows.map(({ inFilm, leftOut }) => [inFilm, leftOut])).toEqual([
      [true, true],
      [undefined, false],
    ]);
    layOutAndPlay();
    expect(laid()).toEqual([1, 2, 3]);
  });
});
