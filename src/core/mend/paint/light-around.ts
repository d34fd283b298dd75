import { mapped, type Affine } from '../../picture/affine';
import {
  changeAfter,
  eachChannel,
  fieldAt,
  fieldTerms,
  SAME,
  type ChannelChange,
  type LightChange,
} from '../../picture/steps/light-change';
import { LeastSquares } from '../least-squares';
import type { LightPicture } from '../light-picture';
import { median } from '../median';
import { near } from './ring';

/** Pixels around a stroke that are looked at, of a picture of some 800. */
const REACH = 14;
/** Light below and above which a value may be cut off. */
const KEPT = { from: 0.0015, to: 0.95 };
/** Fewer pixels than this say nothing. */
const FEWEST = 60;
/** So many are enough. */
const ENOUGH = 6000;
/** What is further away than this, in stops, is something else: the subject, or the rig. */
const FURTHEST = 0.35;
/** The part of all around it that has to agree. */
const LEAST = 0.2;
/** Numbers that are fitted: a gain, and how it changes across and down. */
const COLUMNS = 3;
const RIDGE = [0, 0.05, 0.05];

interface Place {
  readonly terms: readonly number[];
  /** How much brighter the photo is than what is painted in, in stops, for each channel. */
  readonly stops: readonly number[];
  readonly trust: number;
}

/** What can be compared around a stroke. */
function placesAround(
  own: LightPicture,
  other: LightPicture,
  cover: Float32Array,
  base: LightChange,
  toPhoto: Affine,
): readonly Place[] {
  const { width, height } = own;
  const around = near({ width, height }, (i) => (cover[i] as number) > 0, REACH);
  const count = around.reduce((sum, each, i) => sum + (each && cover[i] === 0 ? 1 : 0), 0);
  const every = Math.max(1, Math.ceil(count / ENOUGH));
  const places: Place[] = [];
  let seen = 0;
  for (let i = 0; i < around.length; i++) {
    if (around[i] === 0 || cover[i] !== 0 || seen++ % every !== 0) continue;
    const terms = fieldTerms(...mapped(toPhoto, (i % width) + 0.5, Math.floor(i / width) + 0.5));
    const stops: number[] = [];
    let least = 1;
    for (let c = 0; c < 3; c++) {
      const [mine, its] = [own.data[3 * i + c] as number, other.data[3 * i + c] as number];
      const channel = base[c] as ChannelChange;
      const lit = its > 0 ? 2 ** (channel.stops + fieldAt(channel, terms)) * its ** channel.power : 0;
      if (mine < KEPT.from || mine > KEPT.to || lit < KEPT.from || lit > KEPT.to) break;
      stops.push(Math.log2(mine / lit));
      least = Math.min(least, mine);
    }
    if (stops.length === 3) places.push({ terms, stops, trust: least / (least + 0.02) });
  }
  return places;
}

/** How far a place is from what a fit makes of it, in stops: over its three channels. */
const awayFrom = ({ terms, stops }: Place, amounts: readonly (readonly number[])[]): number =>
  Math.sqrt(
    stops.reduce((sum, each, c) => {
      const [gain = 0, across = 0, down = 0] = amounts[c] as readonly number[];
      return sum + (each - gain - across * (terms[0] as number) - down * (terms[1] as number)) ** 2 / 3;
    }, 0),
  );

/**
 * What brings the light of a picture that is painted in to the photo's own, so that no seam is seen: `base`, which holds for all of it, and
 * what is left around the stroke, a gain that changes evenly. What does not agree there, the subject or the rig, counts for
 * nothing (Geman and McClure's weights, made stricter step by step). Both pictures show the photo's places; `cover` says how much of each
 * pixel the stroke covers.
 */
export function lightAround(
  own: LightPicture,
  other: LightPicture,
  cover: Float32Array,
  base: LightChange,
  toPhoto: Affine,
): LightChange {
  const places = placesAround(own, other, cover, base, toPhoto);
  if (places.length < FEWEST) return base;
  let amounts: readonly (readonly number[])[] = [0, 1, 2].map((c) => [
    median(places.map(({ stops }) => stops[c] as number)),
    0,
    0,
  ]);
  let away = places.map((place) => awayFrom(place, amounts));
  const rows = Float64Array.from({ length: COLUMNS * places.length }, (_, i) =>
    i % COLUMNS === 0 ? 1 : ((places[Math.floor(i / COLUMNS)] as Place).terms[(i % COLUMNS) - 1] as number),
  );
  const strict = (): number =>
    Math.max(0.02, 2.5 * (away.toSorted((a, b) => a - b)[Math.floor(away.length * 0.3)] ?? 0));
  let scale = Math.max(strict(), 2 * median(away));
  for (let round = 0; round < 12; round++) {
    const next: number[][] = [];
    for (let c = 0; c < 3; c++) {
      const squares = new LeastSquares(COLUMNS, RIDGE);
      places.forEach(({ stops, trust }, i) => {
        const weight = trust / (1 + ((away[i] as number) / scale) ** 2) ** 2;
        squares.add(rows, COLUMNS * i, stops[c] as number, weight);
      });
      const solved = squares.solve();
      if (!solved) return base;
      next.push(solved);
    }
    amounts = next;
    away = places.map((place) => awayFrom(place, amounts));
    if (scale <= strict() * 1.001) break;
    scale = Math.max(strict(), scale * 0.7);
  }
  const agree = away.filter((each) => each < Math.min(FURTHEST, 2 * scale)).length;
  if (agree < LEAST * places.length || agree < FEWEST) return base;
  const found = eachChannel([SAME, SAME, SAME], (channel, c) => {
    const [stops = 0, ...field] = amounts[c] as readonly number[];
    return { ...channel, stops, field };
  });
  const isLikely = found.every(
    ({ stops, field }) => Math.abs(stops) < 2 && field.every((each) => Math.abs(each) < 2),
  );
  return isLikely ? changeAfter(base, found) : base;
}
