import { plainNumbers, withoutThousands } from '../time/plain-numbers';
import type { Size } from '../picture/size';
import { err, ok, type Result } from '../time/result';

/** Sides of a film's picture, in pixels; the largest is what encoders in browsers take. */
const SMALLEST = 16;
const LARGEST = 3840;

/** Common sizes of finished films. */
export const SIZE_PRESETS: readonly (Size & { readonly label: string })[] = [
  { label: '2160p', width: 3840, height: 2160 },
  { label: '1440p', width: 2560, height: 1440 },
  { label: '1080p', width: 1920, height: 1080 },
  { label: '720p', width: 1280, height: 720 },
  { label: '480p', width: 854, height: 480 },
  { label: 'Square', width: 1080, height: 1080 },
  { label: 'Upright', width: 1080, height: 1920 },
];

const even = (pixels: number): number => Math.max(SMALLEST, 2 * Math.round(pixels / 2));

/** The first photo of a film gives it its shape, at most so many pixels high. */
export const FIRST_HEIGHT = 1080;

/** The size of a film in the shape of a photo, no larger than the photo and at most `most` pixels high. */
export function filmSizeFrom({ width, height }: Size, most = 2160): Size {
  const scale = Math.min(1, LARGEST / width, most / height);
  return { width: Math.min(LARGEST, even(width * scale)), height: Math.min(LARGEST, even(height * scale)) };
}

/** Reads a typed width or height. */
export function parseSide(text: string): Result<number> {
  const typed = withoutThousands(plainNumbers(text).replace(/\s*(?:px|pixels?|p)$/i, ''));
  if (!/^\d{1,9}$/.test(typed))
    return err(`“${text}” is not a number of pixels. Type a whole number, such as 1080.`);
  const side = Number(typed);
  if (side < SMALLEST || side > LARGEST) {
    return err(`${typed} pixels is outside what a film can have: ${SMALLEST} to ${LARGEST}.`);
  }
  if (side % 2 === 1) return err(`${typed} is odd; video needs even sides. Type ${side + 1}.`);
  return ok(side);
}
