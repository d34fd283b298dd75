import type { Framing } from '../film/film';

export interface Size {
  readonly width: number;
  readonly height: number;
}

/** A rectangle in pixels, from the top left. */
export interface Rect extends Size {
  readonly x: number;
  readonly y: number;
}

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

/**
 * How often a photo may be halved while it is decoded and still have a pixel for each one it is shown with.
 */
export function halvings(photo: Size, film: Size, framing: Framing): number {
  const { source, target } = placePhoto(photo, film, framing);
  let times = 0;
  while (
    times < 3 &&
    source.width / 2 ** (times + 1) >= target.width &&
    source.height / 2 ** (times + 1) >= target.height
  ) {
    times++;
  }
  return times;
}
