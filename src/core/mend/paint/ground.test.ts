import { describe, expect, test } from 'vitest';
import { chanceNumbers } from '../../chance/chance-numbers';
import { groundOf, unsureCells, type GroundPhoto } from './ground';
import { shownRows } from './shown-rows';

const SIZE = { width: 240, height: 160 };
const COUNT = 40;

/** A set with a figure that goes through it, and one that stands in a corner in three of four photos. */
function photos(grain: number): { truth: Float64Array; shown: Float64Array; list: Uint8Array[] } {
  const next = chanceNumbers(7);
  const { width, height } = SIZE;
  const truth = new Float64Array(3 * width * height);
  const shown = new Float64Array(width * height);
  for (let i = 0; i < width * height; i++) {
    const [x, y] = [i % width, Math.floor(i / width)];
    const stripes = ((x >> 4) + (y >> 4)) % 2 ? 60 : 0;
    for (let c = 0; c < 3; c++) truth[3 * i + c] = 70 + stripes + 0.3 * x + 15 * c;
  }
  const list = Array.from({ length: COUNT }, (_, k) => {
    const photo = new Uint8ClampedArray(3 * width * height);
    for (let i = 0; i < width * height; i++) {
      const [x, y] = [i % width, Math.floor(i / width)];
      const walks = (x - 20 - 5 * k) ** 2 + (y - 90) ** 2 < 42 ** 2;
      const stands = x > 200 && y < 40 && k % 4 !== 0;
      if (!walks && !stands) shown[i] = (shown[i] as number) + 1 / COUNT;
      // Who stands there breathes: he is never the same.
      const own = walks ? 210 + 6 * (k % 5) : 20 + 60 * ((k * 7) % 4);
      for (let c = 0; c < 3; c++) {
        const noise = (next() + next() + next() - 1.5) * 2 * grain;
        photo[3 * i + c] = (walks || stands ? own : (truth[3 * i + c] as number)) + noise;
      }
    }
    return new Uint8Array(photo.buffer);
  });
  return { truth, shown, list };
}

describe('a clean plate without one', () => {
  test('is within 2 of 255 of the set in 99 of 100 places where three fifths of the photos show it, and marked where fewer do', () => {
    const { truth, shown, list } = photos(2);
    const { data, unsure } = groundOf(
      list.map((each) => ({ data: each })),
      SIZE.width,
    );
    const off: number[] = [];
    for (let y = 0; y + 5 <= SIZE.height; y += 5)
      for (let x = 0; x + 5 <= SIZE.width; x += 5) {
        const places = Array.from(
          { length: 25 },
          (_, k) => (y + Math.floor(k / 5)) * SIZE.width + x + (k % 5),
        );
        if (!places.every((i) => (shown[i] as number) >= 0.6)) continue;
        for (let c = 0; c < 3; c++)
          off.push(
            Math.abs(
              places.reduce((sum, i) => sum + (data[3 * i + c] as number) - (truth[3 * i + c] as number), 0) /
                25,
            ),
          );
      }
    expect(off.length).toBeGreaterThan(3000);
    expect(off.toSorted((a, b) => a - b)[Math.floor(off.length * 0.99)]).toBeLessThan(2);
    const marked = unsureCells(SIZE, unsure);
    const { across, down, cells } = marked ?? { across: 1, down: 1, cells: [] };
    const isMarked = (x: number, y: number): boolean =>
      cells.includes(Math.floor((y * down) / SIZE.height) * across + Math.floor((x * across) / SIZE.width));
    expect(isMarked(220, 20)).toBe(true);
    expect(isMarked(20, 20)).toBe(false);
    expect(isMarked(120, 150)).toBe(false);
    // Nothing but the corner, and a cell around it.
    expect(cells.every((cell) => cell % across >= Math.floor((195 * across) / SIZE.width))).toBe(true);
  });

  test('what lies beyond the edge of a photo that was shifted is no part of it, and where too few show a place it is not sure', () => {
    const size = { width: 24, height: 10 };
    // Six photos of a grey wall; all but one are shifted to the left, by two pixels and a half, and show nothing at the right.
    const photo = (shift: number): GroundPhoto => ({
      data: new Uint8Array(3 * 240).fill(shift > 0 ? 0 : 90).map((each, i) => (i % 72 < 63 ? 90 : each)),
      shows: shownRows([1, 0, 0, 1, shift / size.width, 0], size, { x: 0, y: 0, ...size }),
    });
    const { data, unsure } = groundOf([photo(2.5), photo(2.5), photo(0), photo(2.5)], size.width);
    expect([...data]).toEqual(Array.from({ length: 720 }, () => 90));
    expect([...unsure]).toEqual(Array.from({ length: 240 }, (_, i) => (i % 24 < 21 ? 0 : 1)));
    // Turned by a quarter, rows are columns; what is turned away shows nothing.
    expect([
      ...shownRows([0, 1, 0.5, 0, 0, -0.25], { width: 8, height: 4 }, { x: 0, y: 2, width: 8, height: 2 }),
    ]).toEqual([...[2, 8], ...[2, 8]]);
    expect([...shownRows([1, 0, 0, 1, 0, -2], size, { x: 0, y: 0, width: 24, height: 1 })]).toEqual([0, 0]);
  });
});
