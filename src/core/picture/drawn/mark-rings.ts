import getStroke from 'perfect-freehand';
import type { Mark, Erased } from './mark';
import { roundPenRing } from './round-pen';

/** What a mark covers, as rings in pixels of its drawing. */
export interface MarkRings {
  /** Corners, two numbers each. */
  readonly rings: readonly Float64Array[];
  readonly evenOdd: boolean;
  /** What is erased of it, each a ring. */
  readonly erased: readonly Float64Array[];
}

/** How much thinner a brush is where the pen is hardly pressed: 0 not at all, 1 down to nothing. */
const THINNING = 0.8;
/** Rings lie on a grid this fine, so that the last digits of a sine do not count. */
const GRID = 1024;

const onGrid = (ring: Float64Array): Float64Array => ring.map((each) => Math.round(each * GRID) / GRID);

function brushRing(points: readonly number[], width: number): Float64Array {
  const places: number[][] = [];
  for (let i = 0; i + 2 < points.length; i += 3) places.push(points.slice(i, i + 3));
  const outline = getStroke(places, {
    // Pressed all the way it is as wide as it says.
    size: width / (1 + THINNING),
    ...{ thinning: THINNING, smoothing: 0.5, streamline: 0, simulatePressure: false, last: true },
  });
  return Float64Array.from(outline.flat());
}

/** Corners of an ellipse so many that none lies far off it. */
const ELLIPSE_CORNERS = 360;

/** The places of an ellipse, back to where it begins, three numbers each. */
function ellipsePlaces(points: readonly number[]): readonly number[] {
  const [x = 0, y = 0, , ax = x, ay = y, , bx = x, by = y] = points;
  return Array.from({ length: ELLIPSE_CORNERS + 1 }, (_, i) => {
    const angle = (2 * Math.PI * (i % ELLIPSE_CORNERS)) / ELLIPSE_CORNERS;
    const [along, across] = [Math.cos(angle), Math.sin(angle)];
    return [x + along * (ax - x) + across * (bx - x), y + along * (ay - y) + across * (by - y), 1];
  }).flat();
}

function ringsOfShape(mark: Mark): readonly Float64Array[] {
  switch (mark.kind) {
    case 'area':
      return mark.rings.map((ring) => Float64Array.from(ring));
    case 'brush':
      return [brushRing(mark.points, mark.width)];
    case 'pencil':
      return [roundPenRing(mark.points, mark.width)];
    case 'ellipse': {
      const places = ellipsePlaces(mark.points);
      if (!mark.filled) return [roundPenRing(places, mark.width)];
      return [Float64Array.from(places.filter((_, i) => i % 3 !== 2))];
    }
  }
}

const known = new WeakMap<Mark, MarkRings>();

/** What an eraser goes over, as a ring. */
export const erasedRing = ({ points, width }: Erased): Float64Array => onGrid(roundPenRing(points, width));

/** What a mark covers; found once for the same mark. */
export function markRings(mark: Mark): MarkRings {
  let rings = known.get(mark);
  if (!rings) {
    rings = {
      rings: ringsOfShape(mark).map(onGrid),
      evenOdd: mark.kind === 'area' && mark.evenOdd === true,
      erased: (mark.erased ?? []).map(erasedRing),
    };
    known.set(mark, rings);
  }
  return rings;
}
