import { chanceNumbers } from '../../chance/chance-numbers';
import { scaling } from '../../picture/affine';
import { COVERED, StrokeCover } from '../../picture/paint/stroke-cover';
import type { StrokePath } from '../../picture/paint/stroke';
import type { Pixels } from '../../picture/pixels';
import { fromLight } from '../../picture/srgb';
import type { Size } from '../../picture/size';
import type { LightColour } from '../../picture/key/even-backing';

/** A subject before a backing, with its matte known. */
export interface KeyedScene {
  readonly pixels: Pixels;
  /** How much of each pixel is the subject, 0 to 1. */
  readonly matte: Float32Array;
  /** The subject's own light, without spill and grain: three numbers a pixel. */
  readonly subject: Float32Array;
  /** The backing's colour in the middle of the picture, in light. */
  readonly backing: LightColour;
}

/** What is in a scene besides a subject with a hard edge before an even backing. */
export interface KeyedFaults {
  readonly hair?: boolean;
  /** The part of the backing's light that falls on the subject at its edge. */
  readonly spill?: number;
  /** By what part the backing is darker at the edges of the picture. */
  readonly uneven?: number;
  /** Deviation of the grain, in sRGB values of 255. */
  readonly grain?: number;
  /** All of the subject is of one brown. */
  readonly dark?: boolean;
  /** How far to the right the subject stands, in parts of the width. */
  readonly right?: number;
}

/** Colours of clothes, skin and hair, in light. */
const OWN: readonly LightColour[] = [
  [0.62, 0.28, 0.18],
  [0.55, 0.06, 0.05],
  [0.1, 0.14, 0.5],
  [0.7, 0.7, 0.68],
  [0.03, 0.028, 0.025],
  [0.6, 0.42, 0.08],
];
const HAIR: LightColour = [0.11, 0.06, 0.03];

/** Light is softened by the lens: weights of a pixel and its neighbours. */
const LENS = [0.06, 0.24, 0.4, 0.24, 0.06];

function throughLens(values: Float32Array, { width, height }: Size, channels: number): Float32Array {
  const pass = (
    from: Float32Array,
    step: number,
    count: number,
    along: (i: number) => number,
  ): Float32Array => {
    const to = new Float32Array(from.length);
    for (let i = 0; i < from.length; i++) {
      const place = along(i);
      let sum = 0;
      for (let k = -2; k <= 2; k++)
        sum +=
          (LENS[k + 2] as number) *
          (from[i + (Math.min(count - 1, Math.max(0, place + k)) - place) * step] as number);
      to[i] = sum;
    }
    return to;
  };
  const across = pass(values, channels, width, (i) => Math.floor(i / channels) % width);
  return pass(across, width * channels, height, (i) => Math.floor(i / (channels * width)));
}

/** Means over squares that reach so many pixels to each side. */
function widened(values: Float32Array, { width, height }: Size, reach: number): Float32Array {
  const pass = (
    from: Float32Array,
    step: number,
    count: number,
    start: (line: number) => number,
  ): Float32Array => {
    const to = new Float32Array(from.length);
    for (let line = 0; line < from.length / count; line++) {
      const at = (i: number): number => start(line) + Math.min(count - 1, Math.max(0, i)) * step;
      let sum = 0;
      for (let i = -reach; i <= reach; i++) sum += from[at(i)] as number;
      for (let i = 0; i < count; i++) {
        to[at(i)] = sum / (2 * reach + 1);
        sum += (from[at(i + reach + 1)] as number) - (from[at(i - reach)] as number);
      }
    }
    return to;
  };
  const across = pass(values, 1, width, (line) => line * width);
  return pass(across, width, height, (line) => line);
}

/** Numbers around 0 of deviation 1, from a table: one for each pixel would take long. */
function grainOf(next: () => number): () => number {
  const table = Float32Array.from({ length: 4099 }, () => {
    let sum = -6;
    for (let i = 0; i < 12; i++) sum += next();
    return sum;
  });
  let [at, step] = [0, 1];
  return () => {
    at += step;
    if (at >= table.length) {
      at -= table.length;
      step = 1 + ((step * 7) % 911);
    }
    return table[at] as number;
  };
}

/** A scene with a subject of several colours: a body with arms and a head, which may have hair. */
export function keyedScene(size: Size, backing: LightColour, faults: KeyedFaults, seed: number): KeyedScene {
  const { width, height } = size;
  const { hair = false, spill = 0, uneven = 0, grain = 0, dark = false, right = 0 } = faults;
  const next = chanceNumbers(seed);
  const paths: { readonly path: StrokePath; readonly colour: LightColour }[] = [];
  const brush = (points: number[], wide: number, colour: LightColour): void =>
    void paths.push({
      path: { shape: 'brush', points, size: wide, softness: 0 },
      colour: dark ? HAIR : colour,
    });
  const pick = (): LightColour => OWN[Math.floor(next() * OWN.length)] as LightColour;
  const shape = width / height;
  const [x, y] = [0.45 + 0.1 * next() + right, 0.3];
  brush([x, 0.55, 1, x + 0.02, 1.1, 1], 0.26, pick());
  brush([x, 0.55, 0.5, x - 0.2, 0.7, 0.4, x - 0.25, 0.5, 0.3], 0.12, pick());
  brush([x, 0.55, 0.5, x + 0.2, 0.72, 0.4, x + 0.3, 0.6, 0.3], 0.12, pick());
  brush([x - 0.06, 0.75, 1, x + 0.1, 0.8, 1], 0.07, pick());
  brush([x, y, 1], 0.17, OWN[0] as LightColour);
  if (hair) brush([x - 0.03, y - 0.05, 1, x + 0.03, y - 0.05, 1], 0.12, HAIR);
  if (hair)
    for (let i = 0; i < 160; i++) {
      const turn = Math.PI * (1 + next());
      const long = 0.1 + 0.06 * next();
      const bend = next() - 0.5;
      const at = (part: number): number[] => [
        x + Math.cos(turn + bend * part) * long * part,
        y - 0.02 + Math.sin(turn + bend * part) * long * part * shape,
        1 - 0.5 * part,
      ];
      brush([0.4, 0.6, 0.8, 1].flatMap(at), 1.6 / Math.max(width, height), HAIR);
    }
  const matte = new Float32Array(width * height);
  const subject = new Float32Array(width * height * 3);
  const row = new Uint16Array(width);
  for (const { path, colour } of paths) {
    const cover = new StrokeCover(path, size, scaling(1 / width, 1 / height));
    for (let v = 0; v < height; v++) {
      const { from, to } = cover.row(v, 0, width, row);
      for (let u = from; u < to; u++) {
        const [part, at] = [(row[u] as number) / COVERED, v * width + u];
        matte[at] = part + (1 - part) * (matte[at] as number);
        // The subject's light, multiplied by how much of it there is.
        for (let c = 0; c < 3; c++)
          subject[at * 3 + c] = part * (colour[c] as number) + (1 - part) * (subject[at * 3 + c] as number);
      }
    }
  }
  const soft = throughLens(matte, size, 1);
  const light = throughLens(subject, size, 3);
  // Spill is strongest where the backing is near, and falls on some way in.
  const wide = spill > 0 ? widened(soft, size, Math.round(Math.max(width, height) / 100)) : soft;
  const noise = grainOf(next);
  const data = new Uint8Array(width * height * 4);
  for (let v = 0, at = 0; v < height; v++)
    for (let u = 0; u < width; u++, at++) {
      const away = ((2 * u) / width - 1) ** 2 + ((2 * v) / height - 1) ** 2;
      const lit = (1 - (uneven * away) / 2) * (1 + 0.25 * uneven * ((2 * u) / width - 1));
      const part = soft[at] as number;
      const falls = spill * 2 * Math.max(0, 1 - (wide[at] as number));
      for (let c = 0; c < 3; c++) {
        const behind = lit * (backing[c] as number);
        const value = (light[at * 3 + c] as number) + part * falls * behind + (1 - part) * behind;
        data[at * 4 + c] = Math.max(0, Math.min(255, Math.round(255 * fromLight(value) + grain * noise())));
      }
      data[at * 4 + 3] = 255;
    }
  const alone = light.map((each, i) => each / Math.max(1e-6, soft[Math.floor(i / 3)] as number));
  return { pixels: { width, height, order: 'RGBX', data }, matte: soft, subject: alone, backing };
}
