import fc from 'fast-check';
import { expect, test } from 'vitest';
import { chained, inverse, mapped } from './affine';
import {
  isUnmoved,
  moveAfter,
  moveBack,
  moveMap,
  moveOf,
  partOfMove,
  turnBack,
  turnedMove,
  UNMOVED,
  type Move,
} from './move';
import { turnMatrix, type Orientation } from './orientation';

const moves = fc.record<Move>({
  right: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
  down: fc.double({ min: -0.3, max: 0.3, noNaN: true }),
  turn: fc.double({ min: -30, max: 30, noNaN: true }),
  size: fc.double({ min: 0.7, max: 1.4, noNaN: true }),
});
const SIZE = { width: 4000, height: 3000 };
const numbers = ({ right, down, turn, size }: Move): readonly number[] => [right, down, turn / 60, size];
const expectNear = (move: Move, wanted: Move): void =>
  numbers(move).forEach((each, i) => expect(each).toBeCloseTo(numbers(wanted)[i] as number, 9));

test('a move is about the middle: a quarter turn and a tenth to the right, by hand', () => {
  const [x, y] = mapped(moveMap({ right: 0.1, down: 0, turn: 90, size: 2 }, SIZE), 2100, 1500);
  // 100 to the right of the middle comes to lie 200 below it, and all of it 400 to the right.
  expect([x, y]).toEqual([expect.closeTo(2400, 9), expect.closeTo(1700, 9)]);
});

test('moves are chained, taken back and read from maps as maps are, whatever the shape of the picture', () => {
  fc.assert(
    fc.property(moves, moves, (first, next) => {
      const both = chained(moveMap(first, SIZE), moveMap(next, SIZE));
      expectNear(moveOf(both, SIZE), moveAfter(first, next));
      expectNear(moveAfter(first, moveBack(first)), UNMOVED);
      expectNear(partOfMove(first, 1), first);
      expect(isUnmoved(partOfMove(first, 0))).toBe(true);
    }),
  );
});

test('a move seen in a turned picture is the same move before the turn', () => {
  fc.assert(
    fc.property(moves, fc.constantFrom<Orientation>(1, 2, 3, 4, 5, 6, 7, 8), (move, turn) => {
      const matrix = turnMatrix(turn, SIZE.width, SIZE.height);
      const turned = turn >= 5 ? { width: SIZE.height, height: SIZE.width } : SIZE;
      const seen = chained(chained(inverse(matrix), moveMap(move, SIZE)), matrix);
      expectNear(moveOf(seen, turned), turnedMove(move, turn));
      expectNear(turnedMove(turnedMove(move, turn), turnBack(turn)), move);
    }),
  );
});
