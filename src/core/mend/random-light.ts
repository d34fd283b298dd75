import { chanceNumbers } from '../chance/chance-numbers';
import { changedLight, fieldTerms, type LightChange } from '../picture/steps/light-change';
import { lightOf, type LightPicture } from './light-picture';

export const WIDTH = 320;
export const HEIGHT = 240;

/** Numbers from 0 to 1, the same for the same small seed. */
export const numbers = (seed: number): (() => number) => chanceNumbers(seed * 7919 + 1);

const gauss = (next: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - next())) * Math.cos(2 * Math.PI * next());
export const toByte = (light: number): number =>
  255 * (light <= 0.0031308 ? light * 12.92 : 1.055 * light ** (1 / 2.4) - 0.055);

export type Paint = (x: number, y: number) => readonly [number, number, number] | undefined;

/** A set: patches of card before a wall that is lit from one side, with the grain of paper. */
export function makeSet(seed: number): Paint {
  const next = numbers(seed);
  // The last lies on top.
  const cards = Array.from({ length: 40 }, () => {
    const [x, y, w, h] = [next(), next(), 0.05 + 0.2 * next(), 0.05 + 0.2 * next()];
    const colour = [0.03 + 0.6 * next(), 0.03 + 0.6 * next(), 0.03 + 0.6 * next()] as const;
    return { left: x - w / 2, right: x + w / 2, top: y - h / 2, bottom: y + h / 2, colour };
  }).reverse();
  const paper = Float32Array.from({ length: WIDTH * HEIGHT }, () => 0.95 + 0.1 * next());
  return (x, y) => {
    const card = cards.find(({ left, right, top, bottom }) => x > left && x < right && y > top && y < bottom);
    const [r, g, b] = card?.colour ?? [0.3, 0.25, 0.18];
    const grain = paper[Math.floor(y * HEIGHT) * WIDTH + Math.floor(x * WIDTH)] as number;
    const light = grain * (0.7 + 0.3 * x);
    return [r * light, g * light, b * light];
  };
}

/** A puppet that covers a part of the picture, somewhere. */
export function puppet(seed: number, part: number): Paint {
  const next = numbers(seed + 1000);
  const [cx, cy, r] = [0.3 + 0.4 * next(), 0.3 + 0.4 * next(), Math.sqrt(part / Math.PI)];
  const colour = [0.05 + 0.7 * next(), 0.05 + 0.7 * next(), 0.05 + 0.7 * next()] as const;
  return (x, y) => {
    const [dx, dy] = [(x - cx) / r, (y - cy) / r];
    const far = dx * dx + dy * dy;
    return far < 1
      ? (colour.map((each) => each * (0.6 + 0.4 * Math.sqrt(1 - far))) as [number, number, number])
      : undefined;
  };
}

export interface Lit {
  readonly stops: readonly [number, number, number];
  readonly power: number;
  /** Stops at a place: somebody at the window. */
  readonly field: (x: number, y: number) => number;
  readonly grain: number;
}

/** A photo of a set with a puppet, as a camera stores it: 8 bits, grain. */
export function photograph(
  set: Paint,
  figure: Paint,
  { stops, power, field, grain }: Lit,
  seed: number,
): LightPicture {
  const next = numbers(seed);
  const data = new Uint8ClampedArray(4 * WIDTH * HEIGHT);
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const [x, y] = [((i % WIDTH) + 0.5) / WIDTH, (Math.floor(i / WIDTH) + 0.5) / HEIGHT];
    const colour = figure(x, y) ?? set(x, y) ?? [0, 0, 0];
    for (let c = 0; c < 3; c++)
      data[4 * i + c] =
        toByte(2 ** ((stops[c] as number) + field(x, y)) * (colour[c] as number) ** power) +
        grain * gauss(next);
  }
  return lightOf({ width: WIDTH, height: HEIGHT, order: 'RGBA', data });
}

export const EVEN: Lit = { stops: [0, 0, 0], power: 1, field: () => 0, grain: 1.5 };
export const clipped = (picture: LightPicture, at: number): boolean =>
  [0, 1, 2].some((c) => (picture.data[at + c] as number) > 0.95 || (picture.data[at + c] as number) < 0.0013);

/** Mean difference to the reference, in bytes, of what stands still and is not cut off: over all, and the largest of 6 × 4 blocks. */
export function difference(
  photo: LightPicture,
  reference: LightPicture,
  change: LightChange,
  moves: (x: number, y: number) => boolean,
): { whole: number; worstBlock: number } {
  const sums = Array.from({ length: 24 }, () => ({ sum: 0, count: 0 }));
  for (let i = 0; i < WIDTH * HEIGHT; i++) {
    const [x, y] = [((i % WIDTH) + 0.5) / WIDTH, (Math.floor(i / WIDTH) + 0.5) / HEIGHT];
    if (moves(x, y) || clipped(photo, 3 * i) || clipped(reference, 3 * i)) continue;
    const light = [0, 1, 2].map((c) => photo.data[3 * i + c]) as unknown as [number, number, number];
    const made = changedLight(change, light, fieldTerms(x, y));
    const block = sums[Math.floor(y * 4) * 6 + Math.floor(x * 6)];
    if (!block) continue;
    made.forEach(
      (value, c) =>
        (block.sum += (toByte(Math.min(1, value)) - toByte(reference.data[3 * i + c] as number)) / 3),
    );
    block.count++;
  }
  const all = sums.reduce((total, { sum, count }) => ({ sum: total.sum + sum, count: total.count + count }), {
    sum: 0,
    count: 0,
  });
  const blocks = sums.filter(({ count }) => count > 300).map(({ sum, count }) => Math.abs(sum / count));
  return { whole: all.sum / all.count, worstBlock: Math.max(...blocks) };
}
