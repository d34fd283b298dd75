import type { Affine } from '../../picture/affine';
import type { Size } from '../../picture/size';
import { SET, STANDING } from './puppet';

/** Least width of the set to the left of the puppet's first place, in pixels of the set. */
const BESIDE = 260;

/**
 * Map from pixels of the set to pixels of a picture that it fills. Where the shapes differ the set is cut: beside
 * the puppet's first place in a narrower picture, at the top in a wider one.
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

/**
 * Sizes of photos in the shape of a film, largest first. `usual` is the film's own size, with at most 1920 pixels
 * a side.
 */
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
