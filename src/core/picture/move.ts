import { chained, inverse, type Affine } from './affine';
import { turnMatrix, type Orientation } from './orientation';
import type { Size } from './size';

/** How a picture is moved, turned and made larger about its middle. It is never bent. */
export interface Move {
  /** To the right and down, in parts of the picture's longer side. */
  readonly right: number;
  readonly down: number;
  /** Degrees, clockwise. */
  readonly turn: number;
  /** Times as large. */
  readonly size: number;
}

export const UNMOVED: Move = { right: 0, down: 0, turn: 0, size: 1 };

/** How far pictures may be moved at all. */
export const MOVE_BOUNDS = { shift: 1, turn: 45, size: { least: 0.5, most: 2 } };

const within = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

/** The nearest move that may be. */
export const boundedMove = ({ right, down, turn, size }: Move): Move => ({
  right: within(right, -MOVE_BOUNDS.shift, MOVE_BOUNDS.shift),
  down: within(down, -MOVE_BOUNDS.shift, MOVE_BOUNDS.shift),
  turn: within(turn, -MOVE_BOUNDS.turn, MOVE_BOUNDS.turn),
  size: within(size, MOVE_BOUNDS.size.least, MOVE_BOUNDS.size.most),
});

/** Whether nothing moves. */
export const isUnmoved = ({ right, down, turn, size }: Move): boolean =>
  right === 0 && down === 0 && turn === 0 && size === 1;

const RADIANS = Math.PI / 180;

/** A move as a map between the pixels of a picture of a size. */
export function moveMap({ right, down, turn, size }: Move, { width, height }: Size): Affine {
  const [cos, sin] = [size * Math.cos(turn * RADIANS), size * Math.sin(turn * RADIANS)];
  const [x, y] = [width / 2, height / 2];
  const side = Math.max(width, height);
  return [
    ...([cos, sin, -sin, cos] as const),
    ...([x + right * side - cos * x + sin * y, y + down * side - sin * x - cos * y] as const),
  ];
}

/** The move that a map without bends is, between the pixels of a picture of a size. */
export function moveOf([a, b, c, d, e, f]: Affine, { width, height }: Size): Move {
  const [x, y] = [width / 2, height / 2];
  const side = Math.max(width, height);
  return {
    right: (a * x + c * y + e - x) / side,
    down: (b * x + d * y + f - y) / side,
    turn: Math.atan2(b, a) / RADIANS,
    size: Math.hypot(a, b),
  };
}

// Moves are about the middle, so that their sums do not depend on the picture's shape.
const ANY: Size = { width: 1, height: 1 };

/** The one move that does what `first` and then `next` do. */
export const moveAfter = (first: Move, next: Move): Move =>
  isUnmoved(next)
    ? first
    : isUnmoved(first)
      ? next
      : moveOf(chained(moveMap(first, ANY), moveMap(next, ANY)), ANY);

/** The move that takes a move back. */
export const moveBack = (move: Move): Move =>
  isUnmoved(move) ? UNMOVED : moveOf(inverse(moveMap(move, ANY)), ANY);

/** A part, 0 to 1, of the way that a move goes. */
export const partOfMove = ({ right, down, turn, size }: Move, part: number): Move => ({
  right: right * part,
  down: down * part,
  turn: turn * part,
  size: size ** part,
});

/** A move of a picture as it is seen once that picture is turned. */
export function turnedMove({ right, down, turn, size }: Move, by: Orientation): Move {
  const [a, b, c, d] = turnMatrix(by, 0, 0);
  return { right: a * right + c * down, down: b * right + d * down, turn: turn * (a * d - b * c), size };
}

/** The turn that takes a turn back. */
export const turnBack = (by: Orientation): Orientation => (by === 6 ? 8 : by === 8 ? 6 : by);
