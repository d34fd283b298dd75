import type { Pixels } from '../../picture/pixels';
import { err, ok, type Result } from '../../time/result';
import { LIMBS, SET, type PaperShape, type Puppet } from './puppet';

/** Each number is told in hundredths, from this on, in so many bits. */
const LEAST = -1000;
const BITS = 20;
const CHECK_BITS = 12;
const NUMBERS = 2 + LIMBS.length;
const ALL_BITS = NUMBERS * BITS + CHECK_BITS;

/** The code stands in two rows along the lower edge of the set. */
const ACROSS = ALL_BITS / 2;
const ROW_HEIGHT = 12;
const CELL = SET.width / ACROSS;
const TOP = SET.height - 2 * ROW_HEIGHT;

const numbersOf = ({ x, y, turns }: Puppet): readonly number[] => [x, y, ...LIMBS.map((limb) => turns[limb])];

/** A sum in which each number counts otherwise, so that cells that are misread are noticed. */
const checkOf = (steps: readonly number[]): number =>
  steps.reduce((sum, each, i) => (sum * 31 + each * (2 * i + 1)) % (2 ** CHECK_BITS - 1), 7);

const bitsOf = (value: number, count: number): readonly boolean[] =>
  Array.from({ length: count }, (_, i) => Math.floor(value / 2 ** (count - 1 - i)) % 2 === 1);

/** Light wood and dark: told apart by how bright they are. */
const [LIGHT, DARK] = ['#cfae8a', '#33211a'];
const MIDDLE = 110;

/**
 * Shapes of a code along the foot of the set that holds the puppet's pose. Tests read it from photos
 * (`readStateCode`).
 */
export function codeShapes(puppet: Puppet): readonly PaperShape[] {
  const steps = numbersOf(puppet).map((value) => Math.round((value - LEAST) * 100));
  const bits = [...steps.flatMap((step) => bitsOf(step, BITS)), ...bitsOf(checkOf(steps), CHECK_BITS)];
  const cells = bits.flatMap((isDark, i) => {
    if (!isDark) return [];
    const [left, top] = [(i % ACROSS) * CELL, TOP + Math.floor(i / ACROSS) * ROW_HEIGHT];
    return [`M${left},${top}h${CELL}v${ROW_HEIGHT}h${-CELL}Z`];
  });
  const map = [1, 0, 0, 1, 0, 0] as const;
  return [
    { path: `M0,${TOP}H${SET.width}V${SET.height}H0Z`, fill: LIGHT, map },
    { path: cells.join(' '), fill: DARK, map },
  ];
}

/** How bright a cell is in its middle, in a picture of the whole set. */
function cellAt({ width, height, data }: Pixels, index: number): number {
  const x = Math.floor((((index % ACROSS) + 0.5) * CELL * width) / SET.width);
  const y = Math.floor(((TOP + (Math.floor(index / ACROSS) + 0.5) * ROW_HEIGHT) * height) / SET.height);
  const at = 4 * (y * width + x);
  return ((data[at] as number) + (data[at + 1] as number) + (data[at + 2] as number)) / 3;
}

/** Reads how the puppet stood out of a picture of its set, of any size that shows its cells. */
export function readStateCode(picture: Pixels): Result<Puppet> {
  const number = (from: number, count: number): number => {
    let value = 0;
    for (let i = from; i < from + count; i++) value = 2 * value + (cellAt(picture, i) < MIDDLE ? 1 : 0);
    return value;
  };
  const steps = Array.from({ length: NUMBERS }, (_, i) => number(i * BITS, BITS));
  if (number(NUMBERS * BITS, CHECK_BITS) !== checkOf(steps))
    return err('It does not tell how the puppet stood.');
  const [x = 0, y = 0, ...turns] = steps.map((step) => (step + LEAST * 100) / 100);
  return ok({
    ...{ x, y },
    turns: Object.fromEntries(LIMBS.map((limb, i) => [limb, turns[i] as number])) as Puppet['turns'],
  });
}
