import type { Amount } from '../../time/amount';
import { around } from './colour-kind';

/** What can be set of a vignette. */
export const VIGNETTE: Readonly<Record<VignetteName, Amount>> = {
  strength: around('Strength'),
  size: { label: 'Size', unit: '%', least: 0, most: 200, neutral: 100 },
  roundness: { label: 'Roundness', unit: '%', least: 0, most: 100, neutral: 0 },
  softness: { label: 'Softness', unit: '%', least: 0, most: 100, neutral: 60 },
  x: { label: 'Centre, across', unit: '%', least: 0, most: 100, neutral: 50 },
  y: { label: 'Centre, down', unit: '%', least: 0, most: 100, neutral: 50 },
};
export type VignetteName = 'strength' | 'size' | 'roundness' | 'softness' | 'x' | 'y';
export type VignetteValue = Readonly<Record<VignetteName, number>>;

/** Stops by which 100 % darkens what lies outside. */
const MOST_STOPS = 3;

/**
 * Stops by which a vignette lights a place of the picture, 0 to 1 across and down, in a picture of a shape (width by height). Its edge is an
 * ellipse about its centre, through the corners of the picture where size is 100: of the picture's shape, or a circle by its roundness. On
 * both sides of the edge it softens by its softness (3t² − 2t³); outside it is darker by its strength, or lighter below 0.
 */
export function vignetteStops(
  { strength, size, roundness, softness, x, y }: VignetteValue,
  shape: number,
): (across: number, down: number) => number {
  const [halfWide, halfTall] = [shape / 2, 1 / 2];
  const round = roundness / 100;
  const corner = Math.hypot(halfWide, halfTall);
  // In parts of the picture's height; never nothing, so that a way can be parted by it.
  const times = Math.max(1e-3, size / 100);
  const wide = times * (halfWide * Math.SQRT2 * (1 - round) + corner * round);
  const tall = times * (halfTall * Math.SQRT2 * (1 - round) + corner * round);
  const soft = Math.max(1e-3, softness / 100);
  const stops = (-MOST_STOPS * strength) / 100;
  return (across, down) => {
    const [right, below] = [((across - x / 100) * shape) / wide, (down - y / 100) / tall];
    const far = Math.sqrt(right * right + below * below);
    const t = Math.min(1, Math.max(0, (far - 1 + soft) / soft));
    return stops * t * t * (3 - 2 * t);
  };
}
