import 'fake-indexeddb/auto';
import { beforeEach, expect, it } from 'vitest';
import { LONGEST_NAME } from '../../core/film/bounds';
import { filmWith } from '../../core/film/random-films';
import { keepSeconds } from '../../core/edits/retime/change-rate';
import { fitEdit } from '../../core/edits/retime/fit';
import { LONGEST_HOLD } from '../../core/time/hold';
import { setHold } from '../poses/arrange-poses';
import { newId } from '../../engine/browser/new-id';
import { edit, setSettings, setTitle, undoEdit } from './edit-film';
import { setPoint } from '../poses/flags';
import { goTo } from '../transport/play';
import { documentNow, openFilm } from './document';
import { shellNow } from '../shell/shell';
import { openForTest } from './open-for-test';

const done = (): number => documentNow().history?.done.length ?? -1;
const said = (): string =>
  shellNow()
    .notices.map(({ text }) => text)
    .join('\n');

beforeEach(() =>
  openForTest(
    filmWith([
      [
        { id: 'one', photoId: 'a', hold: LONGEST_HOLD },
        { id: 'two', photoId: 'b', hold: 2 },
      ],
    ]),
  ),
);

it('what changes nothing is no step, and what was taken back can still be done again', () => {
  goTo(LONGEST_HOLD);
  setHold(2);
  setTitle('Test');
  setSettings({ framing: 'whole' });
  expect(done()).toBe(0);
  setHold(3);
  undoEdit();
  setHold(2);
  expect(documentNow().history?.undone).toHaveLength(1);
});

it('what a film cannot hold is said and not done: names, holds by another rate, runs that are fitted', () => {
  const before = openFilm();
  setTitle('x'.repeat(LONGEST_NAME + 1));
  expect(said()).toBe(
    'That is more than a film can hold: the title is longer than 1,000 letters. Nothing was changed.',
  );
  const change = before && keepSeconds(before, { num: 120, den: 1 }, 'grow', newId);
  if (change) edit(change.edit);
  expect(said()).toContain('a pose would be held for 500,000 frames');
  const fit = before && fitEdit(before, ['one', 'two'], 2_000_000, newId);
  if (fit) edit(fit.edit);
  expect(said()).toContain('frames. Nothing was changed.');
  setSettings({ rate: { num: 2 ** 53, den: 1 } });
  expect(said()).toContain('rate of the settings is not what it should be');
  expect(openFilm()).toBe(before);
  setTitle('x'.repeat(LONGEST_NAME));
  expect(openFilm()?.title).toHaveLength(LONGEST_NAME);
});

it('points that are set the wrong way round change places, and that is said', () => {
  goTo(50);
  setPoint('in');
  goTo(20);
  setPoint('out');
  const { range } = openFilm() ?? {};
  expect([range?.in?.offset, range?.out?.offset]).toEqual([20, 50]);
  expect(said()).toBe('The in point was after the out point: they were swapped.');
});
