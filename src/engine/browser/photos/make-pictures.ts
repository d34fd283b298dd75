import type { Approximate } from '../../../core/film/film';
import { shrinkJpeg, type SmallJpeg } from '../../../core/picture/jpeg/shrink-jpeg';
import { swapsSides, type Orientation } from '../../../core/picture/orientation';
import { sizeWithin, type Size } from '../../../core/picture/size';
import { isForeign, type ForeignType, type PhotoType } from '../../../core/picture/sniff';
import { hasInks, storedSize } from '../../../core/picture/stored-size';
import { uprightPixels } from '../../../core/picture/upright-pixels';
import { decodeToDraw, orientationOf, type Drawable } from '../decode/decode-picture';
import { decodeForeign } from '../decode/foreign/decode-foreign';

/** Widest side of the pictures that are played, and of those on tickets, in pixels. */
const PREVIEW_WIDTH = 960;
const THUMBNAIL_WIDTH = 240;

/** A photo's small pictures, and what making them told of it. */
export interface Pictures extends Size {
  readonly orientation: Orientation;
  readonly preview: Blob;
  readonly thumbnail: Uint8Array;
  /** Mean luma of the thumbnail, 0 to 255. */
  readonly light: number;
  readonly approximate?: Approximate | undefined;
}

/** Scales a drawable so that its sides are at most `most` pixels, and encodes it as `type`. */
async function pictureOf(
  drawable: Drawable | OffscreenCanvas,
  size: Size,
  most: number,
  type: string,
): Promise<[OffscreenCanvas, Blob]> {
  const { width, height } = sizeWithin(size, most);
  const canvas = new OffscreenCanvas(width, height);
  const context = canvas.getContext('2d', { alpha: true });
  if (!context) throw new Error('no drawing surface');
  context.imageSmoothingQuality = 'medium';
  context.drawImage(drawable, 0, 0, width, height);
  return [canvas, await canvas.convertToBlob({ type, quality: 0.85 })];
}

/** Mean luma of a drawn picture by the weights of BT.601, as JPEG has them. */
function lightOf(canvas: OffscreenCanvas): number {
  const { width, height } = canvas;
  const data = canvas.getContext('2d')?.getImageData(0, 0, width, height).data ?? [];
  let sum = 0;
  for (let i = 0; i < data.length; i += 4)
    sum += 0.299 * (data[i] as number) + 0.587 * (data[i + 1] as number) + 0.114 * (data[i + 2] as number);
  return sum / (width * height);
}

const uprightSize = (drawable: Drawable): Size =>
  'displayWidth' in drawable
    ? { width: drawable.displayWidth, height: drawable.displayHeight }
    : { width: drawable.width, height: drawable.height };

/** The small pictures of a photo. Our own code makes those of plain JPEGs, the browser's decoder all others. */
export async function makePictures(
  bytes: Uint8Array<ArrayBuffer>,
  type: PhotoType,
  tagged: Orientation,
): Promise<Pictures> {
  const found = { damage: false };
  const shrunk =
    type === 'image/jpeg'
      ? shrinkJpeg(bytes, tagged, [PREVIEW_WIDTH, THUMBNAIL_WIDTH], () => (found.damage = true))
      : undefined;
  if (!shrunk) {
    const drawn = await drawPictures(bytes, type, tagged);
    return found.damage ? { ...drawn, approximate: 'damage' } : drawn;
  }
  const { width, height, pictures, light } = shrunk;
  const [large, small] = pictures as [SmallJpeg, SmallJpeg];
  const preview = new Blob([large.bytes], { type });
  return { width, height, orientation: tagged, preview, thumbnail: small.bytes, light };
}

async function drawPictures(
  bytes: Uint8Array<ArrayBuffer>,
  type: PhotoType,
  tagged: Orientation,
): Promise<Pictures> {
  if (isForeign(type)) return drawForeign(bytes, type, tagged);
  const stored = storedSize(bytes, type);
  let times = 0;
  while (
    type === 'image/jpeg' &&
    stored &&
    times < 3 &&
    Math.max(stored.width, stored.height) / 2 ** (times + 1) >= PREVIEW_WIDTH
  )
    times++;
  const drawable = await decodeToDraw(bytes, type, stored, times);
  try {
    const drawn = uprightSize(drawable);
    const orientation = orientationOf(drawable) ?? tagged;
    const [width, height] = swapsSides(orientation)
      ? [stored?.height, stored?.width]
      : [stored?.width, stored?.height];
    // JPEG is quicker to make, and photos that come as JPEG have nothing see-through.
    const small = type === 'image/jpeg' ? 'image/jpeg' : 'image/webp';
    const pictures = await drawSmall(drawable, drawn, small);
    // The browser turns inks into light by a rule of thumb, whatever profile they carry.
    const approximate = type === 'image/jpeg' && hasInks(bytes) ? 'inks' : undefined;
    return {
      width: width ?? drawn.width,
      height: height ?? drawn.height,
      orientation,
      approximate,
      ...pictures,
    };
  } finally {
    drawable.close();
  }
}

async function drawForeign(
  bytes: Uint8Array<ArrayBuffer>,
  type: ForeignType,
  tagged: Orientation,
): Promise<Pictures> {
  const { approximate, ...pixels } = await decodeForeign(bytes, type);
  // HEIC and raw come out of their decoders upright.
  const orientation = type === 'image/tiff' ? tagged : 1;
  const { width, height, data } = uprightPixels(pixels, orientation);
  const image = new ImageData(new Uint8ClampedArray(data), width, height);
  const bitmap = await createImageBitmap(image);
  try {
    return { width, height, orientation, approximate, ...(await drawSmall(bitmap, bitmap, 'image/webp')) };
  } finally {
    bitmap.close();
  }
}

/** Preview and thumbnail of a drawable that stands upright. */
async function drawSmall(
  drawable: Drawable,
  size: Size,
  type: string,
): Promise<Pick<Pictures, 'preview' | 'thumbnail' | 'light'>> {
  const [canvas, preview] = await pictureOf(drawable, size, PREVIEW_WIDTH, type);
  const [iconCanvas, icon] = await pictureOf(canvas, canvas, THUMBNAIL_WIDTH, type);
  const thumbnail = new Uint8Array(await icon.arrayBuffer());
  return { preview, thumbnail, light: lightOf(iconCanvas) };
}
