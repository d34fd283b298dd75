import type { Affine } from './affine';
import type { Rect, Size } from './size';

/** How a photo of another shape than the film is placed: all of it on the background, or filling the film. */
export type Framing = 'whole' | 'fill';

/** Which part of the upright photo is shown, and where in the film's picture it goes. */
export interface Placement {
  /** May start and end within a pixel. */
  readonly source: Rect;
  /** Whole and even, since colour is stored at half the resolution. */
  readonly target: Rect;
}

const evenUp = (pixels: number, most: number): number =>
  Math.min(most, Math.max(2, 2 * Math.round(pixels / 2)));

/**
 * Places an upright photo in the film's picture: `whole` shows all of it, centred; `fill` covers the
 * picture and cuts what hangs over, evenly at both sides. `film` has even sides.
 */
export function placePhoto(photo: Size, film: Size, framing: Framing): Placement {
  if (framing === 'fill') {
    const scale = Math.max(film.width / photo.width, film.height / photo.height);
    const width = film.width / scale;
    const height = film.height / scale;
    return {
      source: { x: (photo.width - width) / 2, y: (photo.height - height) / 2, width, height },
      target: { x: 0, y: 0, ...film },
    };
  }
  const scale = Math.min(film.width / photo.width, film.height / photo.height);
  const width = evenUp(photo.width * scale, film.width);
  const height = evenUp(photo.height * scale, film.height);
  return {
    source: { x: 0, y: 0, width: photo.width, height: photo.height },
    target: {
      x: 2 * Math.floor((film.width - width) / 4),
      y: 2 * Math.floor((film.height - height) / 4),
      width,
      height,
    },
  };
}

/** A placement as a map from the photo's pixels to the film's. */
export function placementMap({ source, target }: Placement): Affine {
  const [across, down] = [target.width / source.width, target.height / source.height];
  return [across, 0, 0, down, target.x - source.x * across, target.y - source.y * down];
}
