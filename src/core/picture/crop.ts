import type { Affine } from './affine';
import type { Rect, Size } from './size';

/** The part of a film's picture that is shown, in the film's own shape. */
export interface Crop {
  /** Its middle, in parts of the picture's width and height from the upper left corner. */
  readonly x: number;
  readonly y: number;
  /** Its width in parts of the picture's: below 1 shows it closer, above 1 from further away, with the background around it. */
  readonly size: number;
}

/** All of the picture. */
export const WHOLE: Crop = { x: 0.5, y: 0.5, size: 1 };

/** How close and how far away a picture may be shown. */
export const CROP_SIZES = { least: 1 / 16, most: 4 };

const within = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

/** The nearest crop that may be: within the picture where it is smaller, around it where it is larger. */
export function boundedCrop({ x, y, size: wanted }: Crop): Crop {
  const size = within(wanted, CROP_SIZES.least, CROP_SIZES.most);
  const [least, most] = [Math.min(size, 2 - size) / 2, Math.max(size, 2 - size) / 2];
  return { x: within(x, least, most), y: within(y, least, most), size };
}

/** A crop in pixels of the film's whole picture. */
export const cropRect = ({ x, y, size }: Crop, { width, height }: Size): Rect => ({
  x: (x - size / 2) * width,
  y: (y - size / 2) * height,
  width: size * width,
  height: size * height,
});

/** The crop whose rectangle begins at a place, in pixels of the film's whole picture, and is so wide. */
export const cropAt = ({ x, y, width: across }: Omit<Rect, 'height'>, { width, height }: Size): Crop => {
  const size = across / width;
  return { x: x / width + size / 2, y: y / height + size / 2, size };
};

/** From the pixels of the film's whole picture to those of the crop, which fills the film. */
export function cropMap(crop: Crop, film: Size): Affine {
  const { x, y } = cropRect(crop, film);
  const scale = 1 / crop.size;
  return [scale, 0, 0, scale, -x * scale, -y * scale];
}

/** How close a crop is, in per cent: twice as close is 200. */
export const closeness = ({ size }: Crop): number => Math.round(1000 / size) / 10;

/** The crop of a closeness around the same middle. */
export const closer = ({ x, y }: Crop, percent: number): Crop => ({ x, y, size: 100 / percent });
