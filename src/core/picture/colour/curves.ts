import type { ColourChange } from './colour-kind';
import { curveThrough, STRAIGHT, type CurvePoint } from './curve-line';

/** Curves of values: one for all channels, and then one for each by itself. */
export const CURVE_NAMES = ['all', 'red', 'green', 'blue'] as const;
export type CurveName = (typeof CURVE_NAMES)[number];

/** Curves that a person drew; straight where they are not there. */
export type Curves = Readonly<Partial<Record<CurveName, readonly CurvePoint[] | undefined>>>;

const AS_IT_IS = (x: number): number => x;

/** Curves: a value goes through that of all channels, and then through that of its own. */
export function curvesChange(curves: Curves): ColourChange {
  const through = (name: CurveName): ((x: number) => number) => {
    const points = curves[name];
    return points ? curveThrough(points) : AS_IT_IS;
  };
  const all = through('all');
  const [red, green, blue] = [through('red'), through('green'), through('blue')];
  return (colour) => {
    colour[0] = red(all(colour[0] ?? 0));
    colour[1] = green(all(colour[1] ?? 0));
    colour[2] = blue(all(colour[2] ?? 0));
  };
}

/** Whether a curve leaves all as it is. */
export const isStraight = (points: readonly CurvePoint[]): boolean =>
  points.length === 2 && points.every(({ x, y }, i) => x === STRAIGHT[i]?.x && y === STRAIGHT[i].y);
