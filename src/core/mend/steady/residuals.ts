import type { DetailPicture } from './detail-picture';
import type { Samples } from './samples';
import type { Similarity } from './similarity';

/** What is looked for, and six terms of a light that changes slowly from place to place, as a lens's shade does where it was moved. */
export const COLUMNS = 10;
/** Turns and growths are counted in pixels at so many pixels from the middle, so that all four are about as large. */
export const TURN_UNIT = 300;

/** What is left of each sample, and how it changes with what is looked for. */
export interface Residuals {
  readonly left: Float64Array;
  /** `COLUMNS` numbers a sample: to the right, down, turned, grown; and a slow light over the picture. */
  readonly rows: Float64Array;
  /** Whether a sample lies in the photo. */
  readonly inside: Uint8Array;
  /** How far the photo rises otherwise than the reference there. */
  readonly slant: Float64Array;
}

/** Room for what is left of so many samples. */
export const roomFor = (count: number): Residuals => ({
  left: new Float64Array(count),
  rows: new Float64Array(COLUMNS * count),
  inside: new Uint8Array(count),
  slant: new Float64Array(count),
});

/** Catmull and Rom's cubic at four places around a fraction, and how it rises there. */
function cubic(t: number, weights: Float64Array, slopes: Float64Array): void {
  weights[0] = ((-t + 2) * t - 1) * t * 0.5;
  weights[1] = ((3 * t - 5) * t * t + 2) * 0.5;
  weights[2] = ((-3 * t + 4) * t + 1) * t * 0.5;
  weights[3] = (t - 1) * t * t * 0.5;
  slopes[0] = ((-3 * t + 4) * t - 1) * 0.5;
  slopes[1] = (9 * t - 10) * t * 0.5;
  slopes[2] = ((-9 * t + 8) * t + 1) * 0.5;
  slopes[3] = (3 * t - 2) * t * 0.5;
}

/** Takes samples of the reference from what the photo shows where they should lie; between pixels by Catmull and Rom's cubic. */
export function takeResiduals(
  samples: Samples,
  { width, height, data }: DetailPicture,
  at: Similarity,
  { left, rows, inside, slant }: Residuals,
): void {
  const { x: xs, y: ys, value: values, right: rights, down: downs } = samples;
  const scale = Math.exp(at.growth);
  const cos = scale * Math.cos(at.turn);
  const sin = scale * Math.sin(at.turn);
  const [middleX, middleY] = [at.dx + width / 2 - 0.5, at.dy + height / 2 - 0.5];
  const [wx, sx, wy, sy] = [
    new Float64Array(4),
    new Float64Array(4),
    new Float64Array(4),
    new Float64Array(4),
  ];
  for (let i = 0; i < xs.length; i++) {
    const x = xs[i] as number;
    const y = ys[i] as number;
    const u = cos * x - sin * y;
    const v = sin * x + cos * y;
    const px = u + middleX;
    const py = v + middleY;
    const column = Math.floor(px);
    const row = Math.floor(py);
    const isIn = column >= 1 && row >= 1 && column < width - 2 && row < height - 2;
    inside[i] = isIn ? 1 : 0;
    if (!isIn) continue;
    cubic(px - column, wx, sx);
    cubic(py - row, wy, sy);
    let value = 0;
    let right = 0;
    let down = 0;
    for (let j = 0, from = (row - 1) * width + column - 1; j < 4; j++, from += width) {
      const a = data[from] as number;
      const b = data[from + 1] as number;
      const c = data[from + 2] as number;
      const d = data[from + 3] as number;
      const across =
        (wx[0] as number) * a + (wx[1] as number) * b + (wx[2] as number) * c + (wx[3] as number) * d;
      const rise =
        (sx[0] as number) * a + (sx[1] as number) * b + (sx[2] as number) * c + (sx[3] as number) * d;
      value += (wy[j] as number) * across;
      down += (sy[j] as number) * across;
      right += (wy[j] as number) * rise;
    }
    left[i] = value - (values[i] as number);
    const moreRight = right - (rights[i] as number);
    const moreDown = down - (downs[i] as number);
    slant[i] = Math.sqrt(moreRight * moreRight + moreDown * moreDown);
    // The mean of both pictures' slopes: steps are exact to the second order.
    const gx = right - moreRight / 2;
    const gy = down - moreDown / 2;
    const across = (2 * x) / width;
    const below = (2 * y) / width;
    const to = COLUMNS * i;
    rows[to] = gx;
    rows[to + 1] = gy;
    rows[to + 2] = (gy * u - gx * v) / TURN_UNIT;
    rows[to + 3] = (gx * u + gy * v) / TURN_UNIT;
    rows[to + 4] = 1;
    rows[to + 5] = across;
    rows[to + 6] = below;
    rows[to + 7] = across * across;
    rows[to + 8] = across * below;
    rows[to + 9] = below * below;
  }
}
