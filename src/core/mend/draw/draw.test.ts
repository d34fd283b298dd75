import { expect, test } from 'vitest';
import type { Drawn } from '../../picture/drawn/drawn';
import { MARK_BOUNDS, mappedMark, type Mark } from '../../picture/drawn/mark';
import { MarkCover } from '../../picture/drawn/mark-cover';
import { ALL } from '../../picture/drawn/rings-cover';
import { fillArea } from './fill-area';
import { boundsOfMarks, markAt, marksWithin } from './marks-at';
import { eraseFrom } from './erase-marks';

const SIZE = { width: 400, height: 300 };
const IDENTITY = [1, 0, 0, 1, 0, 0] as const;
const pencil = (id: string, width: number, ...points: number[]): Mark => ({
  ...{ id, kind: 'pencil', colour: '#000000', width },
  points: points.flatMap((each, i) => (i % 2 === 1 ? [each, 1] : [each])),
});
const drawn = (...data: readonly Mark[]): Drawn => [
  { hash: '', data, opacity: 1, map: [1 / SIZE.width, 0, 0, 1 / SIZE.height, 0, 0] },
];

/** How many pixels marks cover. */
function areaOf(...marks: readonly Mark[]): number {
  const row = new Uint16Array(SIZE.width);
  let sum = 0;
  for (const mark of marks) {
    const cover = new MarkCover(mark, IDENTITY, SIZE);
    for (let y = cover.top; y < cover.bottom; y++) {
      const { from, to } = cover.row(y, row);
      for (let x = from; x < to; x++) sum += (row[x] as number) / ALL;
    }
  }
  return sum;
}

const square = (id: string, left: number, top: number, side: number, gap = 0): Mark =>
  pencil(
    ...[id, 6],
    ...[left + gap, top, left + side, top, left + side, top + side, left, top + side, left, top],
  );

test('a fill goes as far as lines close it in, a little under them, and not into what lies in it', () => {
  const lines = drawn(square('a', 50, 50, 200), square('b', 120, 120, 60));
  const area = fillArea(lines, SIZE, 70, 70, 0);
  if (!area.ok) throw new Error(area.problem);
  expect(area.value.reachesEdge).toBe(false);
  expect(area.value.rings).toHaveLength(2);
  const filled: Mark = { id: 'f', kind: 'area', colour: '#ffffff', rings: area.value.rings };
  // Between the lines, of which half lies inside of where they lead, and two pixels under them.
  const between = (200 - 6 + 4) ** 2 - (60 + 6 - 4) ** 2;
  expect(areaOf(filled)).toBeGreaterThan(between - 60);
  expect(areaOf(filled)).toBeLessThan(between + 60);
  expect(markAt([filled], 150, 150, 0)).toBeUndefined();
  expect(markAt([filled], 70, 70, 0)).toBe(filled);
  // Outside of both it reaches the edge; on a line there is nothing to fill, and none outside the picture.
  expect(fillArea(lines, SIZE, 10, 10, 0)).toMatchObject({ ok: true, value: { reachesEdge: true } });
  expect(fillArea(lines, SIZE, 50, 100, 0)).toMatchObject({ ok: false });
  expect(fillArea(lines, SIZE, -5, 10, 0)).toMatchObject({ ok: false });
});

test('a gap in a line lets a fill out, unless gaps as wide are closed', () => {
  const open = drawn(square('a', 50, 50, 200, 12));
  expect(fillArea(open, SIZE, 150, 150, 0)).toMatchObject({ ok: true, value: { reachesEdge: true } });
  const closed = fillArea(open, SIZE, 150, 150, 14);
  expect(closed).toMatchObject({ ok: true, value: { reachesEdge: false } });
  const rings = closed.ok ? closed.value.rings : [];
  const whole = (200 - 6 + 4) ** 2;
  const area = areaOf({ id: 'f', kind: 'area', colour: '#ffffff', rings });
  expect(Math.abs(area - whole)).toBeLessThan(whole / 50);
});

test('marks are met where they are seen, the uppermost first, and chosen where most of them lies', () => {
  const [low, high] = [pencil('low', 20, 50, 100, 350, 100), pencil('high', 20, 200, 20, 200, 280)];
  expect(markAt([low, high], 200, 100, 0)).toBe(high);
  expect(markAt([low, high], 100, 108, 0)).toBe(low);
  expect(markAt([low, high], 100, 115, 0)).toBeUndefined();
  expect(markAt([low, high], 100, 115, 6)).toBe(low);
  const around = [40, 80, 360, 80, 360, 120, 40, 120];
  expect(marksWithin([low, high], around)).toEqual([low]);
  const { x = 0, y = 0, width = 0, height = 0 } = boundsOfMarks([low], IDENTITY) ?? {};
  for (const [side, wanted] of [
    [x, 40],
    [y, 90],
    [width, 320],
    [height, 20],
  ] as const)
    expect(Math.abs(side - wanted)).toBeLessThan(0.05);
});

test('what is erased is gone from what it went over, goes along with it, and a mark that is gone is none', () => {
  const [one, other] = [pencil('one', 20, 50, 100, 350, 100), pencil('other', 20, 50, 200, 350, 200)];
  const out = eraseFrom([one, other], { points: [200, 50, 1, 200, 150, 1], width: 40 });
  if (!out.ok) throw new Error(out.problem);
  const { gone, changed } = out.value;
  expect([gone.length, changed.length, changed[0]?.mark]).toEqual([0, 1, one]);
  const erased: Mark = { ...one, erased: changed[0]?.erased };
  expect(Math.abs(areaOf(one) - areaOf(erased) - 40 * 20)).toBeLessThan(2);
  expect(markAt([erased], 200, 100, 0)).toBeUndefined();
  // Moved and half as large, as much of it is gone.
  const moved = mappedMark(erased, [0.5, 0, 0, 0.5, 30, 40]);
  expect(Math.abs(areaOf(moved) - areaOf(erased) / 4)).toBeLessThan(2);
  const all = eraseFrom([erased], { points: [40, 100, 1, 360, 100, 1], width: 60 });
  expect(all).toMatchObject({ ok: true, value: { gone: [erased], changed: [] } });
  const often = Array.from({ length: MARK_BOUNDS.erased }, () => ({ points: [60, 90, 1], width: 2 }));
  expect(eraseFrom([{ ...one, erased: often }], { points: [200, 100, 1], width: 9 })).toMatchObject({
    ok: false,
  });
});
