import type { Rgba } from '../picture/pixels';
import { middle } from '../sound/middle';

/** Pixels of a cell along its sides: the pictures that are compared are small. */
const CELL = 8;
/** Means of cells differ by so much of 255 at least where something else is seen. */
const LEAST = 26;
/** What came in covers so much of the picture: less may be grain, more is another picture, or another light. */
const PART = { least: 0.012, most: 0.6 };

interface Cells {
  readonly across: number;
  readonly down: number;
  /** Mean red, green and blue of each. */
  readonly means: Float32Array;
}

function cellsOf({ width, height, data }: Rgba): Cells {
  const [across, down] = [Math.floor(width / CELL), Math.floor(height / CELL)];
  const means = new Float32Array(3 * across * down);
  for (let y = 0; y < down * CELL; y++)
    for (let x = 0; x < across * CELL; x++) {
      const cell = 3 * (Math.floor(y / CELL) * across + Math.floor(x / CELL));
      const at = 4 * (y * width + x);
      for (let c = 0; c < 3; c++)
        means[cell + c] = (means[cell + c] as number) + (data[at + c] as number) / CELL ** 2;
    }
  return { across, down, means };
}

const sumOf = (means: Float32Array, cell: number): number =>
  (means[3 * cell] as number) + (means[3 * cell + 1] as number) + (means[3 * cell + 2] as number);

/** Cells that show something else, once both pictures are equally bright. */
function changedCells(before: Cells, after: Cells): Uint8Array {
  const count = before.across * before.down;
  const ratios = Array.from(
    { length: count },
    (_, i) => (sumOf(before.means, i) + 3) / (sumOf(after.means, i) + 3),
  );
  const gain = middle(ratios) ?? 1;
  return Uint8Array.from({ length: count }, (_, i) => {
    for (let c = 0; c < 3; c++)
      if (Math.abs((before.means[3 * i + c] as number) - gain * (after.means[3 * i + c] as number)) >= LEAST)
        return 1;
    return 0;
  });
}

/**
 * Whether something reaches into a picture from its edge that was not in the one before, such as a hand: both small, of the same size, of the same set. What
 * only moves within the picture is none.
 */
export function reachesIn(before: Rgba, after: Rgba): boolean {
  if (before.width !== after.width || before.height !== after.height) return false;
  const [own, next] = [cellsOf(before), cellsOf(after)];
  const { across, down } = own;
  const changed = changedCells(own, next);
  const isEdge = (cell: number): boolean => {
    const [x, y] = [cell % across, Math.floor(cell / across)];
    return x === 0 || y === 0 || x === across - 1 || y === down - 1;
  };
  const seen = new Uint8Array(changed.length);
  for (let start = 0; start < changed.length; start++) {
    if (seen[start] || !changed[start] || !isEdge(start)) continue;
    let size = 0;
    const waiting = [start];
    seen[start] = 1;
    for (let cell = waiting.pop(); cell !== undefined; cell = waiting.pop()) {
      size++;
      const x = cell % across;
      const near = [x > 0 ? cell - 1 : -1, x < across - 1 ? cell + 1 : -1, cell - across, cell + across];
      for (const next of near)
        if (changed[next] === 1 && !seen[next]) {
          seen[next] = 1;
          waiting.push(next);
        }
    }
    const part = size / changed.length;
    if (part >= PART.least && part <= PART.most) return true;
  }
  return false;
}
