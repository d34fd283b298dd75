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
  /** Least slope of an edge, where all samples lie on edges of a plain picture; undefined for any other picture. */
  readonly edgeSlope: number | undefined;
}

/** Pixels at the edges that no cubic reaches beyond. */
const EDGE = 3;

/** The picture is parted into so many fields across and down, and each gives as many places. */
const FIELDS = { across: 16, down: 12 };

/** Number of slopes by which a picture is found to be plain. */
const PLAIN_SAMPLES = 20_000;
/** A picture is plain, as cut paper is, if its slope at this percentile is so many times the median slope. */
const PLAIN = { percentile: 0.998, ratio: 25 };
/** Least slope of an edge in a plain picture, as a part of the slope at that percentile. */
const MIN_EDGE_PART = 0.15;

const slopeRight = ({ data }: DetailPicture, at: number): number =>
  ((data[at + 1] as number) - (data[at - 1] as number)) / 2;
const slopeDown = ({ data, width }: DetailPicture, at: number): number =>
  ((data[at + width] as number) - (data[at - width] as number)) / 2;
const slopeAt = (picture: DetailPicture, at: number): number =>
  Math.hypot(slopeRight(picture, at), slopeDown(picture, at));

/** Every so many of the places of a picture that no cubic reaches beyond, row by row. */
function placesInside({ width, height }: DetailPicture, every: number): readonly number[] {
  const across = width - 2 * EDGE;
  const count = Math.ceil((across * (height - 2 * EDGE)) / every);
  return Array.from({ length: count }, (_, i) => {
    const nth = i * every;
    return (EDGE + Math.floor(nth / across)) * width + EDGE + (nth % across);
  });
}

/** Least slope of an edge in a plain picture; undefined for a picture with detail in most places. */
function edgeSlopeOf(picture: DetailPicture): number | undefined {
  const every = Math.max(1, Math.floor((picture.width * picture.height) / PLAIN_SAMPLES));
  const slopes = Float64Array.from(placesInside(picture, every), (at) => slopeAt(picture, at)).sort();
  const steep = slopes[Math.floor(slopes.length * PLAIN.percentile)] as number;
  return steep > PLAIN.ratio * (slopes[slopes.length >> 1] as number) ? MIN_EDGE_PART * steep : undefined;
}

/** Width and height of a field, in pixels. */
const fieldSize = ({ width, height }: DetailPicture): readonly [number, number] => [
  (width - 2 * EDGE) / FIELDS.across,
  (height - 2 * EDGE) / FIELDS.down,
];

/** Places on edges of at least this slope, chosen at random: at most `each` of a field. */
function placesOnEdges(picture: DetailPicture, slope: number, each: number, next: () => number): number[] {
  const { width } = picture;
  const [wide, tall] = fieldSize(picture);
  const fields = Array.from({ length: FIELDS.across * FIELDS.down }, (): number[] => []);
  for (const at of placesInside(picture, 1)) {
    if (slopeAt(picture, at) < slope) continue;
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
  const { width } = picture;
  const [wide, tall] = fieldSize(picture);
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
 * Places with something to hold on to: as many from every field, so that a subject full of detail is no more than its
 * part of the picture; of each field the livelier; chosen at random, since a grid would pull fractions of pixels its own
 * way. In a plain picture they lie on edges alone, since anything fits elsewhere, and each counts as a field of its own.
 */
export function samplesOf(picture: DetailPicture, count: number, next: () => number): Samples {
  const { width, height, data } = picture;
  const edgeSlope = edgeSlopeOf(picture);
  const each = Math.ceil(count / (FIELDS.across * FIELDS.down));
  const places =
    edgeSlope === undefined
      ? placesOfFields(picture, each, next)
      : placesOnEdges(picture, edgeSlope, each, next);
  return {
    x: Float64Array.from(places, (at) => (at % width) + 0.5 - width / 2),
    y: Float64Array.from(places, (at) => Math.floor(at / width) + 0.5 - height / 2),
    value: Float64Array.from(places, (at) => data[at] as number),
    right: Float64Array.from(places, (at) => slopeRight(picture, at)),
    down: Float64Array.from(places, (at) => slopeDown(picture, at)),
    each: edgeSlope === undefined ? each : 1,
    edgeSlope,
  };
}
