import { expect, test } from 'vitest';
import { frameToSeconds } from '../time/frames';
import { parseLength } from '../time/length';
import { rate, rateNumber, type Rate } from '../time/rate';
import { applyEdit } from '../edits/apply-edit';
import { filmOf, freshId } from './random-films';
import { fitEdit } from '../edits/retime/fit';
import { scheduleOf } from './schedule';

/** Seconds of a film of photos that are each held for a typed length. */
function secondsOf(photos: number, typed: string, r: Rate): number {
  const hold = parseLength(typed, r);
  if (!hold.ok) throw new Error(hold.problem);
  return frameToSeconds(scheduleOf(filmOf([Array.from({ length: photos }, () => hold.value)])).frames, r);
}

/** New pictures a second where each is held for so many frames. */
const picturesASecond = (r: Rate, hold: number): number => rateNumber(r) / hold;

// Facts of the trade: common practice, with no published source.
test.each([
  ['a still of 5 s at 24', 1, '5s', rate(24), 5],
  ['a still of 5 s at 30', 1, '5s', rate(30), 5],
  ['24 photos on twos at 24', 24, '2', rate(24), 2],
  ['250 photos of a frame each at 50', 250, '1', rate(50), 5],
  ['1,000 photos of a frame each at 25', 1000, '1', rate(25), 40],
  ['37 photos of an eighth of a second', 37, '0.125s', rate(24), 4.625],
  ['15 photos of a fifth of a second at 30', 15, '0.2s', rate(30), 3],
  ['8 photos of 0.4 s at 30', 8, '0.4s', rate(30), 3.2],
  ['a tenth of a second each at 30', 10, '0.1s', rate(30), 1],
  ['0.05 s at 24 is one frame', 24, '0.05s', rate(24), 1],
  ['one second typed at 30', 1, '1s', rate(30), 1],
] as const)('%s', (_, photos, typed, r, seconds) => {
  expect(secondsOf(photos, typed, r)).toBeCloseTo(seconds, 9);
});

test('on twos, new pictures a second are half the rate; at double speed a film lasts half as long', () => {
  expect([24, 25, 30].map((frames) => picturesASecond(rate(frames), 2))).toEqual([12, 12.5, 15]);
  expect(picturesASecond(rate(24), 3)).toBe(8);
  const film = filmOf([Array.from({ length: 1000 }, () => 1)]);
  const all = scheduleOf(film).poses.map(({ pose }) => pose.id);
  const half = fitEdit(film, all, 500, freshId);
  expect(half && frameToSeconds(scheduleOf(applyEdit(film, half.edit)).frames, rate(25))).toBe(20);
});
