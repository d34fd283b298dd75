import { expect, test } from 'vitest';
import { partsOf } from './match-pair';
import { foundAreas } from './found-areas';
import { coverOf } from './ring';

const SIZE = { width: 320, height: 240 };
type Is = (x: number, y: number) => boolean;

/** How much of something an outline covers, 0 to 1. */
function covers(points: readonly number[], is: Is): number {
  const path = {
    ...({ shape: 'fill', size: 0.001, softness: 0 } as const),
    points: points.map((each, i) =>
      i % 3 === 0 ? each / SIZE.width : i % 3 === 1 ? each / SIZE.height : each,
    ),
  };
  const cover = coverOf(path, SIZE, partsOf(SIZE));
  let [all, covered] = [0, 0];
  for (let i = 0; i < cover.length; i++)
    if (is(i % SIZE.width, Math.floor(i / SIZE.width))) {
      all++;
      covered += cover[i] as number;
    }
  return covered / all;
}

test('a hand from the edge, a wire on which the subject hangs and a fleck are found as outlines; the subject is named last', () => {
  const hand: Is = (x, y) => x < 80 && Math.abs(y - 180) < 20;
  const ball: Is = (x, y) => Math.hypot(x - 200, y - 110) < 34;
  const wire: Is = (x, y) => Math.abs(x - 200) < 2 && y < 77;
  const fleck: Is = (x, y) => Math.hypot(x - 290, y - 210) < 7;
  const data = new Float32Array(3 * SIZE.width * SIZE.height);
  for (let i = 0; i < data.length / 3; i++) {
    const [x, y] = [i % SIZE.width, Math.floor(i / SIZE.width)];
    const grain = 0.006 * Math.sin(i * 12.9898);
    const differs = [hand, ball, wire, fleck].some((is) => is(x, y));
    data.fill(differs ? 0.3 + grain : grain, 3 * i, 3 * i + 3);
  }
  const areas = foundAreas({ ...SIZE, data });
  expect(areas.map(({ fromEdge }) => fromEdge)).toEqual([true, true, false, false]);
  const [first, second, third, last] = areas.map(({ points }) => points);
  expect(covers(first ?? [], hand)).toBeGreaterThan(0.99);
  expect(covers(second ?? [], (x, y) => wire(x, y) && y < 62)).toBeGreaterThan(0.99);
  expect(covers(second ?? [], ball)).toBeLessThan(0.02);
  expect(covers(third ?? [], fleck)).toBeGreaterThan(0.99);
  expect(covers(last ?? [], ball)).toBeGreaterThan(0.99);
  // An outline is told by few corners.
  expect((first ?? []).length / 3).toBeLessThan(40);
  expect(foundAreas({ ...SIZE, data: new Float32Array(data.length) })).toEqual([]);
});
