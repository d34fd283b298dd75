import type { Approximate, Photo } from '../../../core/film/film';
import { swapsSides, type Orientation } from '../../../core/picture/orientation';
import { isCutOff } from '../../../core/picture/cut-off';
import { shrinkJpeg, sizeWithin, type SmallJpeg } from '../../../core/picture/jpeg/shrink-jpeg';
import { MOST_PIXELS } from '../../../core/picture/pixels';
import type { Size } from '../../../core/picture/placement';
import { isForeign, sniffPhotoType, type ForeignType, type PhotoType } from '../../../core/picture/sniff';
import { uprightPixels } from '../../../core/picture/upright-pixels';
import { isFull } from '../store/is-full';
import { sha256 } from '../store/sha256';
import { originals, previews, thumbnails } from '../store/stores';
import { decodeToDraw, orientationOf, type Drawable } from './decode-picture';
import { decodeForeign } from './foreign/decode-foreign';
import { readPhotoFacts } from './photo-facts';
import { declaredSize } from '../../../core/picture/declared-size';
import { hasInks, storedSize } from '../../../core/picture/stored-size';

/** Widest side of the pictures that are played, and of those on tickets, in pixels. */
const PREVIEW_WIDTH = 960;
const THUMBNAIL_WIDTH = 240;

export type BroughtIn =
  | { readonly ok: true; readonly photo: Omit<Photo, 'id'> }
  | { readonly ok: false; readonly name: string; readonly problem: string; readonly full: boolean };

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

/**
 * Brings one file into the store: checks it, keeps its bytes under their hash and small pictures beside them.
 * Never throws; a file that cannot be used comes back with a sentence that names it.
 */
export async function bringInPhoto(file: File): Promise<BroughtIn> {
  const { name } = file;
  const refuse = (problem: string, full = false): BroughtIn => ({ ok: false, name, problem, full });
  let bytes: Uint8Array<ArrayBuffer>;
  try {
    bytes = new Uint8Array(await file.arrayBuffer());
  } catch {
    return refuse(
      `${name} could not be read from the disk; it may have been changed, moved or locked since it was chosen. It was left out.`,
    );
  }
  if (bytes.length === 0) return refuse(`${name} is empty. It was left out.`);
  const type = sniffPhotoType(bytes);
  if (!type) return refuse(`${name} is not a picture of a kind that Kermis reads. It was left out.`);
  if (isCutOff(bytes, type)) {
    return refuse(`${name} is cut off: its end is missing. It was left out; copy it from the camera again.`);
  }
  const large = declaredSize(bytes, type);
  if (large && large.width * large.height > MOST_PIXELS) {
    return refuse(
      `${name} is ${large.width} × ${large.height} pixels, more than can be decoded here (250 million). It was left out.`,
    );
  }
  const [hash, facts] = await Promise.all([sha256(bytes), readPhotoFacts(bytes)]);
  try {
    const pictures = await makePictures(bytes, type, facts.orientation);
    const { width, height, orientation, light, approximate } = pictures;
    try {
      await keepPictures(hash, bytes, type, pictures);
    } catch (error) {
      if (!isFull(error)) throw error;
      await forgetPictures(hash);
      return refuse(`There was no room left for ${name}. It was left out.`, true);
    }
    return {
      ok: true,
      photo: {
        name,
        hash,
        type,
        bytes: bytes.length,
        width,
        height,
        ...facts,
        orientation,
        light: Math.round(light * 10) / 10,
        ...(approximate === undefined ? {} : { approximate }),
      },
    };
  } catch (error) {
    // The packages' decoders know what is wrong; the browser does not say.
    if (isForeign(type) && error instanceof Error)
      return refuse(`${name} cannot be decoded: ${error.message}. It was left out.`);
    return refuse(`${name} is damaged and cannot be decoded. It was left out.`);
  }
}

interface Pictures extends Size {
  readonly orientation: Orientation;
  readonly preview: Blob;
  readonly thumbnail: Uint8Array;
  /** Mean luma of the thumbnail, 0 to 255. */
  readonly light: number;
  readonly approximate?: Approximate | undefined;
}

/** The small pictures of a photo. Our own code makes those of plain JPEGs, the browser's decoder all others. */
async function makePictures(
  bytes: Uint8Array<ArrayBuffer>,
  type: PhotoType,
  tagged: Orientation,
): Promise<Pictures> {
  const shrunk =
    type === 'image/jpeg' ? shrinkJpeg(bytes, tagged, [PREVIEW_WIDTH, THUMBNAIL_WIDTH]) : undefined;
  if (!shrunk) return drawPictures(bytes, type, tagged);
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

/**
 * The original goes last: where it is, its small pictures are too. It is kept from the bytes that were read and
 * hashed: a chosen file given to the store itself may be kept as a mere reference, and be gone with the card.
 */
async function keepPictures(
  hash: string,
  bytes: Uint8Array<ArrayBuffer>,
  type: string,
  { preview, thumbnail }: Pictures,
): Promise<void> {
  await Promise.all([thumbnails.setItem(hash, thumbnail), previews.setItem(hash, preview)]);
  await originals.setItem(hash, new Blob([bytes], { type }));
}

/** Removes what was kept of a photo that did not fit, unless an earlier import had kept it whole. */
async function forgetPictures(hash: string): Promise<void> {
  try {
    if ((await originals.getItem(hash)) !== null) return;
    await Promise.all([thumbnails.removeItem(hash), previews.removeItem(hash)]);
  } catch {
    // Nothing can be removed either; deleting a film finds what is unused.
  }
}
