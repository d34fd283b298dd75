import type { Stroke } from '../../film/stroke';
import { mapped, type Affine } from '../../picture/affine';
import type { Size } from '../../picture/size';
import { fieldAt, fieldTerms, type ChannelChange, type LightChange } from '../../picture/steps/light-change';
import type { LightPicture } from '../light-picture';
import { coverOf } from './ring';

/** What a photo shows besides something else: three signed numbers a pixel, about as the eye sees them, −1 to 1. */
export interface Difference extends Size {
  readonly data: Float32Array;
}

/** More light than this is seen as no brighter. */
const BRIGHTEST = 1.2;

/** Light as the eye sees it, about. */
const seen = (light: number): number => Math.sqrt(Math.max(0, Math.min(BRIGHTEST, light)));

/** Pixels from one place to the next at which a light that changes slowly is reckoned. */
const PITCH_BITS = 4;
const PITCH = 1 << PITCH_BITS;

/** Steps, from black to white as the eye sees them, in which a curve is reckoned: sixteen to one of 255. */
const STEPS = 4096;

/** What a curve makes of each step, as the eye sees it. */
const seenBy = ({ power }: ChannelChange): Float32Array =>
  Float32Array.from({ length: STEPS + 1 }, (_, step) => (step / STEPS) ** power);

/** Another picture in the light of a photo, as the eye sees it; its light is reckoned at places of a coarse grid. */
function litAs(
  { width, height, data }: LightPicture,
  light: LightChange,
  toPhoto: Affine,
): Float32Array<ArrayBuffer> {
  const [across, down] = [Math.ceil(width / PITCH) + 1, Math.ceil(height / PITCH) + 1];
  const lit = new Float32Array(data.length);
  const most = seen(BRIGHTEST);
  light.forEach((channel: ChannelChange, c) => {
    const curve = seenBy(channel);
    const gains = Float32Array.from({ length: across * down }, (_, i) => {
      const place = mapped(toPhoto, (i % across) * PITCH, Math.floor(i / across) * PITCH);
      return Math.sqrt(2 ** (channel.stops + fieldAt(channel, fieldTerms(...place))));
    });
    for (let y = 0; y < height; y++) {
      const grid = Math.round(y / PITCH) * across;
      for (let x = 0, i = 3 * y * width + c; x < width; x++, i += 3) {
        const step = (Math.sqrt(data[i] as number) * STEPS + 0.5) | 0;
        const gain = gains[grid + ((x + PITCH / 2) >> PITCH_BITS)] as number;
        lit[i] = Math.min(most, gain * (curve[step < STEPS ? step : STEPS] as number));
      }
    }
  });
  return lit;
}

/**
 * Two pictures may lie on each other so many pixels aside, and lenses and files draw edges a little otherwise: what is followed is there for sure, and
 * all of it counts; what is only looked for is to be more than such an edge.
 */
export const ASIDE = { followed: 0.4, found: 0.7 } as const;

/** What is known of two pictures that are compared. */
interface Compared {
  /** For each row from which pixel up to which the other one shows anything; beyond its edges nothing differs. All where undefined. */
  readonly shows?: Int32Array;
  /** So many pixels it may lie aside. */
  readonly aside?: number;
}

/** What a photo shows that another picture of the set, in the photo's light, does not. */
export function differenceOf(
  own: LightPicture,
  other: LightPicture,
  light: LightChange,
  toPhoto: Affine,
  { shows, aside = ASIDE.followed }: Compared = {},
): Difference {
  const { width, height } = own;
  const lit = litAs(other, light, toPhoto);
  const data = new Float32Array(own.data.length);
  for (let y = 0; y < height; y++) {
    const from = shows?.[2 * y] ?? 0;
    const to = shows?.[2 * y + 1] ?? width;
    const above = y > 0 ? -3 * width : 0;
    const below = y + 1 < height ? 3 * width : 0;
    const [first, end] = [3 * (y * width + from), 3 * (y * width + to)];
    for (let i = first; i < end; i++) {
      const here = lit[i] as number;
      const edge = Math.max(
        Math.abs((lit[i + 3 < end ? i + 3 : i] as number) - here),
        Math.abs((lit[i - 3 >= first ? i - 3 : i] as number) - here),
        Math.abs((lit[i + below] as number) - here),
        Math.abs((lit[i + above] as number) - here),
      );
      const off = seen(own.data[i] as number) - here;
      const counts = Math.abs(off) - aside * edge;
      data[i] = counts <= 0 ? 0 : off < 0 ? -counts : counts;
    }
  }
  return averaged({ width, height, data }, 1);
}

/** A difference without what strokes have painted over, one after the other, but for what some painted back. */
export function unpainted(difference: Difference, strokes: readonly Stroke[], toPhoto: Affine): Difference {
  if (strokes.length === 0) return difference;
  const isPainted = new Uint8Array(difference.width * difference.height);
  for (const stroke of strokes) {
    const over = stroke.from.kind === 'photo' ? 0 : 1;
    coverOf(stroke, difference, toPhoto).forEach((cover, i) => {
      if (cover > 0.5) isPainted[i] = over;
    });
  }
  return { ...difference, data: difference.data.map((each, i) => (isPainted[Math.floor(i / 3)] ? 0 : each)) };
}

/** The means of squares around each pixel, so many pixels to each side; beyond the edges the last one goes on. */
function averaged({ width, height, data }: Difference, reach: number): Difference {
  const row = 3 * width;
  const across = new Float32Array(data.length);
  for (let y = 0; y < height; y++)
    for (let c = 0; c < 3; c++) {
      const base = y * row + c;
      let sum = 0;
      for (let x = -reach; x <= reach; x++)
        sum += data[base + 3 * Math.min(width - 1, Math.max(0, x))] as number;
      for (let x = 0; x < width; x++) {
        across[base + 3 * x] = sum;
        const next = x + reach + 1 < width ? x + reach + 1 : width - 1;
        const last = x > reach ? x - reach : 0;
        sum += (data[base + 3 * next] as number) - (data[base + 3 * last] as number);
      }
    }
  const out = new Float32Array(data.length);
  const sums = new Float64Array(row);
  const rowAt = (y: number): number => row * Math.min(height - 1, Math.max(0, y));
  for (let y = -reach; y <= reach; y++)
    for (let i = 0, at = rowAt(y); i < row; i++) sums[i] = (sums[i] as number) + (across[at + i] as number);
  const part = 1 / (2 * reach + 1) ** 2;
  for (let y = 0; y < height; y++) {
    const to = y * row;
    const next = rowAt(y + reach + 1);
    const last = rowAt(y - reach);
    for (let i = 0; i < row; i++) {
      const sum = sums[i] as number;
      out[to + i] = sum * part;
      sums[i] = sum + (across[next + i] as number) - (across[last + i] as number);
    }
  }
  return { width, height, data: out };
}

/** Pixels over which a difference is softened for what is looked for from afar. */
const SOFT = 3;
const softOnes = new WeakMap<Difference, Difference>();

/** A difference softly: what leans a little more than before is the same thing. Made once for each. */
export function softly(difference: Difference): Difference {
  let soft = softOnes.get(difference);
  if (!soft) softOnes.set(difference, (soft = averaged(difference, SOFT)));
  return soft;
}

/** How much a pixel differs, 0 to about 1: by the channel that differs most. */
export const sizeAt = ({ data }: Difference, pixel: number): number =>
  Math.max(
    Math.abs(data[3 * pixel] as number),
    Math.abs(data[3 * pixel + 1] as number),
    Math.abs(data[3 * pixel + 2] as number),
  );

/** Some pixels tell how all lie. */
const SPARSE = 53;
/** What differs by less than this, about eight of 255, is not seen. */
const LEAST = 0.03;
/** So many times the grain is no grain. */
const GRAINS = 5;

/** From how much on a difference is one, and not grain. */
export function threshold(difference: Difference): number {
  const { width, height } = difference;
  const some: number[] = [];
  for (let i = 0; i < width * height; i += SPARSE) some.push(sizeAt(difference, i));
  some.sort((a, b) => a - b);
  return Math.max(LEAST, GRAINS * (some[some.length >> 1] ?? 0));
}
