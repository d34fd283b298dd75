import type { DetailPicture } from './detail-picture';

/** Places of the reference that are looked for, and what is there. */
export interface Samples {
  /** Counted from the middle of the picture. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly value: Float64Array;
  /** How much it rises to the right and down. */
  readonly right: Float64Array;
  readonly down: Float64Array;
  /** So many of them, one after the other, are of the same field of the picture. */
  readonly each: number;
  /** What is left of a sample that stands still may be as much, whatever is left of the others. */
  readonly least: number;
}

/** Pixels at the edges that no cubic reaches beyond. */
const EDGE = 3;

/** The picture is parted into so many fields across and down, and each gives as many places. */
const FIELDS = { across: 16, down: 12 };

/** Slopes that are looked at, to tell whether a picture is plain. */
const TOLD_BY = 4000;
/** A picture is plain where its slopes steeper than this part of all are so many times as steep as half of all. */
const PLAIN = { part: 0.98, times: 20 };
/** Of a plain picture whatever rises by this part of what its steep places do is an edge. */
const EDGE_PART = 0.15;
/** What is left of an edge may be this part of how steep it is, at least: where nothing has grain whatever is not moved fits to the last bit. */
const LEAST_PART = 0.05;
/** Samples that are weighed one by one, not by fields of the picture: fewer than tell of a field. */
const ONE_BY_ONE = 40;

const slopeAt = ({ width, data }: DetailPicture, at: number): number =>
  Math.hypot(
    (data[at + 1] as number) - (data[at - 1] as number),
    (data[at + width] as number) - (data[at - width] as number),
  ) / 2;

/** From which slope on there are edges in a picture that is plain but for them, as cut paper is; undefined for one with detail in most places. */
function edgesFrom(picture: DetailPicture): number | undefined {
  const { width, height } = picture;
  const every = Math.max(1, Math.floor(((width - 2 * EDGE) * (height - 2 * EDGE)) / TOLD_BY));
  const slopes: number[] = [];
  for (let i = 0; i < (width - 2 * EDGE) * (height - 2 * EDGE); i += every)
    slopes.push(slopeAt(picture, placeInside(picture, i)));
  slopes.sort((a, b) => a - b);
  const steep = slopes[Math.floor(slopes.length * PLAIN.part)] as number;
  return steep > PLAIN.times * (slopes[slopes.length >> 1] as number) ? EDGE_PART * steep : undefined;
}

/** The place of a pixel, counted along the rows of what lies inside the edges. */
function placeInside({ width }: DetailPicture, i: number): number {
  const across = width - 2 * EDGE;
  return (EDGE + Math.floor(i / across)) * width + EDGE + (i % across);
}

/** Places on the edges of a plain picture, chosen at random: no more from one field than `each`. */
function placesOnEdges(picture: DetailPicture, from: number, each: number, next: () => number): number[] {
  const { width, height } = picture;
  const [wide, tall] = [(width - 2 * EDGE) / FIELDS.across, (height - 2 * EDGE) / FIELDS.down];
  const fields = Array.from({ length: FIELDS.across * FIELDS.down }, (): number[] => []);
  for (let i = 0; i < (width - 2 * EDGE) * (height - 2 * EDGE); i++) {
    const at = placeInside(picture, i);
    if (slopeAt(picture, at) < from) continue;
    const across = Math.floor(((at % width) - EDGE) / wide);
    const down = Math.floor((Math.floor(at / width) - EDGE) / tall);
    fields[down * FIELDS.across + across]?.push(at);
  }
  return fields.flatMap((places) =>
    places.length <= each
      ? places
      : Array.from({ length: each }, () => places[Math.floor(next() * places.length)] as number),
  );
}

/** As many places from every field of a picture, the livelier half of some that are chosen at random. */
function placesOfFields(picture: DetailPicture, each: number, next: () => number): number[] {
  const { width, height } = picture;
  const [wide, tall] = [(width - 2 * EDGE) / FIELDS.across, (height - 2 * EDGE) / FIELDS.down];
  const kept: number[] = [];
  for (let field = 0; field < FIELDS.across * FIELDS.down; field++) {
    const left = EDGE + (field % FIELDS.across) * wide;
    const top = EDGE + Math.floor(field / FIELDS.across) * tall;
    const tried = Array.from(
      { length: 2 * each },
      () => Math.floor(top + next() * tall) * width + Math.floor(left + next() * wide),
    );
    const slope = new Map(tried.map((at) => [at, slopeAt(picture, at)]));
    tried.sort((a, b) => (slope.get(b) as number) - (slope.get(a) as number));
    for (const at of tried.slice(0, each)) kept.push(at);
  }
  return kept;
}

/**
 * Places with something to hold on to: as many from everywhere, so that a subject full of detail is no more than its part of the
 * picture; of each part the livelier; and chosen at random, since a grid would pull fractions of pixels its own way. Of a plain picture they lie
 * on its edges alone: elsewhere everything fits.
 */
export function samplesOf(picture: DetailPicture, count: number, next: () => number): Samples {
  const { width, height, data } = picture;
  const edges = edgesFrom(picture);
  const each = Math.ceil(count / (FIELDS.across * FIELDS.down));
  const kept =
    edges === undefined ? placesOfFields(picture, each, next) : placesOnEdges(picture, edges, each, next);
  return {
    x: Float64Array.from(kept, (at) => (at % width) + 0.5 - width / 2),
    y: Float64Array.from(kept, (at) => Math.floor(at / width) + 0.5 - height / 2),
    value: Float64Array.from(kept, (at) => data[at] as number),
    right: Float64Array.from(kept, (at) => ((data[at + 1] as number) - (data[at - 1] as number)) / 2),
    down: Float64Array.from(kept, (at) => ((data[at + width] as number) - (data[at - width] as number)) / 2),
    each: edges === undefined ? each : ONE_BY_ONE,
    least: edges === undefined ? 1e-6 : (LEAST_PART / EDGE_PART) * edges,
  };
}
