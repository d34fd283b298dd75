import { expect, test } from 'vitest';
import { moveMap } from '../../picture/move';
import { narrowing, sharedPart } from './shared-part';

const FILM = { width: 1600, height: 1200 };
const moved = (
  right: number,
  down: number,
  turn = 0,
): { width: number; height: number; map: ReturnType<typeof moveMap> } => ({
  ...FILM,
  map: moveMap({ right: right / 1600, down: down / 1600, turn, size: 1 }, FILM),
});

test('the largest part that moved photos share, by hand', () => {
  // From 40 to 1580 and from 0 to 1170: 1540 wide, and 1170 high is 1560 wide: the width decides.
  const part = sharedPart([moved(40, 0), moved(-20, -30)], FILM);
  expect(part?.size).toBeCloseTo(1540 / 1600, 6);
  expect((part?.x ?? 0) * 1600).toBeCloseTo(810, 3);
  expect(sharedPart([moved(0, 0)], FILM)?.size).toBeCloseTo(1, 9);
  expect(sharedPart([moved(900, 0), moved(-900, 0)], FILM)).toBeUndefined();
  // A picture turned by t holds one of its shape s times as large: s (w cos t + h sin t) = w, or the same across.
  const t = (2 * Math.PI) / 180;
  const size = Math.min(
    1600 / (1600 * Math.cos(t) + 1200 * Math.sin(t)),
    1200 / (1200 * Math.cos(t) + 1600 * Math.sin(t)),
  );
  expect(sharedPart([moved(0, 0, 2)], FILM)?.size).toBeCloseTo(size, 6);
});

test('the one photo that narrows what the others share, by hand', () => {
  const near = [moved(0, 0), moved(10, 0), moved(-6, 0)];
  // Without the last, from 10 to 1594: 1584 of 1600 pixels.
  const found = narrowing([...near, moved(400, 0)], FILM, 0.05);
  expect([found?.index, found?.without.size]).toEqual([3, expect.closeTo(1584 / 1600, 6)]);
  expect(narrowing(near, FILM, 0.05)).toBeUndefined();
  // Two alike hold it back together: neither alone.
  expect(narrowing([...near, moved(400, 0), moved(401, 0)], FILM, 0.05)).toBeUndefined();
  // The others still share a part although all together share none.
  expect(narrowing([...near, moved(1700, 0)], FILM, 0.05)?.index).toBe(3);
});
