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

/** How a camera move goes on: as fast all the time, or slower at both ends. */
export const MOVE_PACES = ['straight', 'eased'] as const;
export type MovePace = (typeof MOVE_PACES)[number];

/** A part of a camera move, frame by frame: from one framing to another. */
export interface CameraMove {
  readonly from: Crop;
  readonly to: Crop;
  /** Parts of the way's time, 0 to 1, at its first and at its last frame. */
  readonly begins: number;
  readonly ends: number;
  readonly pace: MovePace;
}

/**
 * A crop on the way from one to another, at a part of the way. It becomes closer by the same factor in the same time, and all of it
 * moves towards the one place that both show alike, as a lens does that is turned.
 */
export function cropBetween(from: Crop, to: Crop, part: number): Crop {
  const size = from.size * (to.size / from.size) ** part;
  const way = Math.abs(to.size - from.size) < 1e-9 ? part : (size - from.size) / (to.size - from.size);
  return boundedCrop({ x: from.x + (to.x - from.x) * way, y: from.y + (to.y - from.y) * way, size });
}

/** How much of the way is done after a part of its time. */
export const paced = (part: number, pace: MovePace): number =>
  pace === 'straight' ? part : part * part * (3 - 2 * part);

/** The part of a move's time that has passed at a frame of so many. */
const timeAt = ({ begins, ends }: CameraMove, frame: number, frames: number): number =>
  frames > 1 ? begins + ((ends - begins) * frame) / (frames - 1) : begins;

/** What a camera that moves shows at a frame, from 0, of so many. */
export const cropAtFrame = (move: CameraMove, frame: number, frames: number): Crop =>
  cropBetween(move.from, move.to, paced(timeAt(move, frame, frames), move.pace));

/** A move as it is between two frames, not with the second, of so many. */
export const partOfCameraMove = (move: CameraMove, from: number, to: number, frames: number): CameraMove => ({
  ...move,
  begins: timeAt(move, from, frames),
  ends: timeAt(move, to - 1, frames),
});

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
