import type { Size } from '../picture/size';
import type { FoundLight } from '../film/photo-mends';
import { mapped } from '../picture/affine';
import { moveMap, type Move } from '../picture/move';

/** Brightness that changed by less than this part is not told of: lamps do that by themselves. */
const LEAST_LIGHT = 0.04;
/** Colours that drifted apart by less than this, in stops, are the same. */
const LEAST_TINT = 0.06;
/** A stand that moved its corners by less than this part of the longer side of a photo stood still: a pixel of a film of 1920. */
const LEAST_WAY = 1 / 1920;

/**
 * `12 % darker than the last`: what became of the light since the last photo, told by what brings it back and how bright it is before and after that
 * (mean luma, as notices about photos count); undefined where it is the same.
 */
export function lightSign({ change, before, after }: FoundLight): string | undefined {
  const part = before / Math.max(1, after) - 1;
  if (Math.abs(part) >= LEAST_LIGHT)
    return `${Math.round(Math.abs(part) * 100)} % ${part < 0 ? 'darker' : 'brighter'} than the last`;
  const [red, , blue] = change;
  const tint = red.stops - blue.stops;
  if (Math.abs(tint) < LEAST_TINT) return undefined;
  return `${tint > 0 ? 'colder' : 'warmer'} than the last`;
}

/** `the stand has moved 6 px`: how far a photo of a size lies from the last at most, by how that is moved to lie on it; undefined where it stood still. */
export function standSign(moved: Move, photo: Size): string | undefined {
  const { width, height } = photo;
  const map = moveMap(moved, photo);
  const ways = [
    [0, 0],
    [width, 0],
    [0, height],
    [width, height],
  ].map(([x = 0, y = 0]) => {
    const [toX, toY] = mapped(map, x, y);
    return Math.hypot(toX - x, toY - y);
  });
  const furthest = Math.max(...ways);
  if (furthest < LEAST_WAY * Math.max(width, height)) return undefined;
  return `the camera moved ${Math.max(1, Math.round(furthest))} px`;
}
