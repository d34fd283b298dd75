import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { filmOf, withStoredIds } from '../../core/film/random-films';
import { shellNow, tell } from '../shell/shell';
import { setDocument } from './document';
import { setTitle, undoEdit } from './edit-film';
import { openForTest } from './open-for-test';
import { startSettlingNotes } from './settle-notes';

/** Sentences that are on screen. */
const shown = (): readonly string[] =>
  shellNow().notices.flatMap(({ text, isPast }) => (isPast ? [] : [text]));

let stop: () => void = () => undefined;
beforeEach(async () => {
  vi.useFakeTimers({ toFake: ['Date', 'setTimeout'] });
  await openForTest(withStoredIds(filmOf([[2, 2]])));
  setDocument({ canWrite: true });
  stop = startSettlingNotes();
});
afterEach(() => {
  stop();
  vi.useRealTimers();
});

test('what only tells goes after eight seconds; what went wrong and what asks stays', () => {
  tell('Laid out.', 'done');
  tell('The disk is full.', 'wrong');
  vi.advanceTimersByTime(7999);
  expect(shown()).toEqual(['Laid out.', 'The disk is full.']);
  vi.advanceTimersByTime(1);
  expect(shown()).toEqual(['The disk is full.']);
  expect(shellNow().notices).toHaveLength(2);
});

test('what only tells goes with the next step, but not with its own', () => {
  setTitle('Fair');
  tell('It is called Fair.', 'done');
  vi.advanceTimersByTime(2000);
  expect(shown()).toEqual(['It is called Fair.']);
  tell('It is going to be called Horse.', 'told');
  setTitle('Horse');
  expect(shown()).toEqual(['It is going to be called Horse.']);
});

test('what is about a step goes once that is undone, also where it asks; what is about none stays', () => {
  tell('The camera is gone.', 'wrong');
  vi.advanceTimersByTime(2000);
  setTitle('Fair');
  tell('“Fair” is the name of another film.', 'asks');
  vi.advanceTimersByTime(2000);
  setTitle('Horse');
  undoEdit();
  expect(shown()).toEqual(['The camera is gone.', '“Fair” is the name of another film.']);
  undoEdit();
  expect(shown()).toEqual(['The camera is gone.']);
});
