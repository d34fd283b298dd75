import type { Affine } from '../../picture/affine';
import type { Size } from '../../picture/size';
import { SET, STANDING } from './puppet';

/** So much of the set is seen at the left of the puppet as it stands at first, in pixels of the set. */
const BESIDE = 260;

/**
 * From pixels of the set to those of a picture of it, in the picture's own shape: as much of the set as fits into it. A narrower picture
 * keeps the puppet in sight, a wider one the floor.
 */
export function setView({ width, height }: Size): Affine {
  const scale = Math.max(width / SET.width, height / SET.height);
  const left = Math.max(0, Math.min((SET.width - width / scale) / 2, STANDING.x - BESIDE));
  const top = SET.height - height / scale;
  return [scale, 0, 0, scale, -left * scale, -top * scale];
}

/** The longer side of photos, in pixels. */
const SIDES = [3840, 1920, 1280, 640] as const;
const USUAL_SIDE = 1920;

/** Sizes of photos in a film's shape, the largest first, and the one that is usual: the film's own, unless it is very large. */
export function photoSizes(film: Size): { readonly sizes: readonly Size[]; readonly usual: Size } {
  const longer = Math.max(film.width, film.height);
  const even = (side: number): number => Math.max(2, 2 * Math.round(side / 2));
  const sized = (side: number): Size => ({
    width: even((film.width * side) / longer),
    height: even((film.height * side) / longer),
  });
  const own = Math.min(USUAL_SIDE, longer);
  const sides = [...new Set<number>([...SIDES, own])].sort((a, b) => b - a);
  return { sizes: sides.map(sized), usual: sized(own) };
}
