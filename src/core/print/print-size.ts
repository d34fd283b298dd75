import type { Film } from '../film/film';
import { shownSize } from '../film/photo-picture';
import type { Framing } from '../picture/placement';
import type { Size } from '../picture/size';

/** The size of a print's pictures. */
export interface PrintSize extends Size {
  /** How wide a pixel is for its height, where it is not square. */
  readonly pixel?: { readonly num: number; readonly den: number } | undefined;
}

/** Sides of a print's picture in pixels, both even: colour is stored at half the resolution. */
export const PRINT_SIDES = { least: 16, most: 4096 };

/** Named sizes. What is not fixed follows the film. */
export const NAMED_SIZES = [
  'film',
  'photos',
  '2160',
  '1440',
  '1080',
  '720',
  '540',
  '576',
  '480',
  'square',
  'upright',
] as const;
export type NamedSize = (typeof NAMED_SIZES)[number];

const even = (side: number): number => 2 * Math.round(side / 2);

/** The largest size of a shape, with even sides, within what a print may have. */
export function boundedSize({ width, height }: Size): Size {
  const { least, most } = PRINT_SIDES;
  const scale = Math.min(1, most / Math.max(width, height));
  const bounded = (side: number): number => Math.min(most, Math.max(least, even(side * scale)));
  return { width: bounded(width), height: bounded(height) };
}

/** Whether a print can have pictures of a size. */
export const isPrintSize = ({ width, height }: Size): boolean =>
  [width, height].every(
    (side) =>
      Number.isInteger(side) && side % 2 === 0 && side >= PRINT_SIDES.least && side <= PRINT_SIDES.most,
  );

/** Lines of standard definition and how wide its pixels are, for 4:3 and for 16:9 (ISO/IEC 14496-10, table E-1). */
const STANDARD = {
  '576': { height: 576, narrow: { num: 12, den: 11 }, wide: { num: 16, den: 11 } },
  '480': { height: 480, narrow: { num: 10, den: 11 }, wide: { num: 40, den: 33 } },
} as const;

/** The size that most of the photos have, upright and turned as they are shown; the first of those with as many. */
function photoSize(film: Film): Size {
  const counts = new Map<string, { readonly size: Size; readonly count: number }>();
  for (const photo of film.photos) {
    const size = shownSize(photo);
    const key = `${size.width}x${size.height}`;
    counts.set(key, { size, count: (counts.get(key)?.count ?? 0) + 1 });
  }
  const [most] = [...counts.values()].sort((a, b) => b.count - a.count);
  return most?.size ?? film.settings;
}

/** What a named size is for a film. */
export function namedSize(name: NamedSize, film: Film): PrintSize {
  const { width, height } = film.settings;
  switch (name) {
    case 'film':
      return { width, height };
    case 'photos':
      return boundedSize(photoSize(film));
    case 'square':
      return { width: 1080, height: 1080 };
    case 'upright':
      return { width: 1080, height: 1920 };
    case '576':
    case '480': {
      const { narrow, wide, ...lines } = STANDARD[name];
      // Halfway between 4:3 and 16:9, by proportion.
      return { width: 720, ...lines, pixel: width / height > Math.sqrt((4 / 3) * (16 / 9)) ? wide : narrow };
    }
    default: {
      const lines = Number(name);
      // The shorter side has the lines that the name says.
      const scale = lines / Math.min(width, height);
      return boundedSize({ width: width * scale, height: height * scale });
    }
  }
}

/**
 * A film as it is for a print of another size: its photos are placed anew, framings are the same parts of the picture. Where
 * pixels are not square the film is so much finer that both its sides are whole.
 */
export function filmAtSize(film: Film, size: PrintSize, framing?: Framing): Film {
  const { num, den } = size.pixel ?? { num: 1, den: 1 };
  const [width, height] = [size.width * num, size.height * den];
  const { settings } = film;
  if (
    settings.width === width &&
    settings.height === height &&
    (framing ?? settings.framing) === settings.framing
  )
    return film;
  return { ...film, settings: { ...settings, width, height, framing: framing ?? settings.framing } };
}
