import { swapsSides, type Orientation } from '../../../core/picture/orientation';
import type { Pixels } from '../../../core/picture/pixels';
import { isForeign } from '../../../core/picture/sniff';
import type { Decode } from '../../ports/decode';
import { decodeForeign } from './foreign/decode-foreign';

/** Whether the browser has WebCodecs' picture decoder; without it pictures are decoded whole, more slowly. */
const hasImageDecoder = (): boolean => typeof ImageDecoder !== 'undefined';

/**
 * The size to ask a decoder for, so that it halves the stored sides `times` times. Chromium's JPEG decoder
 * takes the largest halving that does not exceed what is asked, so the number asked is rounded up.
 */
const halved = (side: number, times: number): number => Math.ceil(side / 2 ** times);

/**
 * Decodes a picture as a video frame, stored side up; the caller closes it. Falls back on
 * `createImageBitmap`, which turns the picture upright: `turned` tells. Bytes that are given away are empty then.
 * @throws when the bytes are not a picture that the browser can read.
 */
async function decodeFrame(
  bytes: Uint8Array<ArrayBuffer>,
  type: string,
  stored: { width: number; height: number } | undefined,
  times: number,
  areGiven = false,
): Promise<VideoFrame | undefined> {
  if (!hasImageDecoder() || !(await ImageDecoder.isTypeSupported(type))) return undefined;
  const smaller =
    stored && times > 0
      ? { desiredWidth: halved(stored.width, times), desiredHeight: halved(stored.height, times) }
      : {};
  const decoder = new ImageDecoder({
    ...{ data: bytes, type, ...smaller },
    // Their memory is free once the decoder is closed.
    ...(areGiven && { transfer: [bytes.buffer] }),
  });
  try {
    const { image } = await decoder.decode();
    return image;
  } finally {
    decoder.close();
  }
}

/** A decoded picture that can be drawn upright; the owner closes it. */
export type Drawable = VideoFrame | ImageBitmap;

/** Decodes for drawing on a canvas, which turns the picture upright. */
export async function decodeToDraw(
  bytes: Uint8Array<ArrayBuffer>,
  type: string,
  stored: { width: number; height: number } | undefined,
  times: number,
): Promise<Drawable> {
  const frame = await decodeFrame(bytes, type, stored, times);
  return frame ?? createImageBitmap(new Blob([bytes], { type }), { imageOrientation: 'from-image' });
}

// A quarter turn clockwise for each step, then mirrored or not: see `Orientation`.
const BY_TURN: readonly (readonly [plain: Orientation, mirrored: Orientation])[] = [
  [1, 2],
  [6, 5],
  [3, 4],
  [8, 7],
];

/** How the browser turns this picture to show it; undefined where it does not say. */
export function orientationOf(drawable: Drawable): Orientation | undefined {
  const { rotation, flip } = drawable as { rotation?: number; flip?: boolean };
  if (rotation === undefined) return undefined;
  return BY_TURN[(rotation / 90) % 4]?.[flip ? 1 : 0];
}

/** Room of pictures that are done, for the next ones: of tens of megabytes each, the garbage collector would let hundreds gather. */
const spare: Uint8Array<ArrayBuffer>[] = [];
const MOST_SPARE = 2;

/** Takes back the room of a decoded picture; its pixels are not to be read any more. */
export function recyclePixels({ data }: Pixels): void {
  if (!(data instanceof Uint8Array) || !(data.buffer instanceof ArrayBuffer)) return;
  if (spare.length === MOST_SPARE) spare.shift();
  spare.push(data as Uint8Array<ArrayBuffer>);
}

/** Room for a picture of so many bytes, with anything in it. */
function roomOf(length: number): Uint8Array<ArrayBuffer> {
  const at = spare.findIndex((each) => each.length === length);
  return (at >= 0 ? spare.splice(at, 1)[0] : undefined) ?? new Uint8Array(length);
}

/** The pixels of a video frame in sRGB, as it stores them. */
async function pixelsOf(frame: VideoFrame): Promise<Pixels> {
  const native = frame.format;
  const order = native === 'BGRX' || native === 'RGBX' || native === 'BGRA' ? native : 'RGBA';
  // Pictures with a profile of their own are converted by the browser while it copies.
  const tagged = frame.colorSpace.primaries === 'bt709';
  const format = tagged ? order : 'RGBA';
  const options: VideoFrameCopyToOptions = { format, colorSpace: 'srgb' };
  const data = roomOf(frame.allocationSize(options));
  await frame.copyTo(data, options);
  return { width: frame.codedWidth, height: frame.codedHeight, order: format, data };
}

/**
 * Decodes a picture whole, in RGB, as its file stores it. A video frame straight from the decoder would hold a JPEG's halved colours as
 * they are, and widen them more coarsely than JPEG decoders do.
 * @throws where the browser cannot decode it.
 */
export async function decodeWhole(file: Blob): Promise<Pixels> {
  const bitmap = await createImageBitmap(file, { imageOrientation: 'none' });
  try {
    const { width, height } = bitmap;
    if (typeof VideoFrame !== 'undefined') {
      const frame = new VideoFrame(bitmap, { timestamp: 0 });
      return await pixelsOf(frame).finally(() => frame.close());
    }
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    if (!context) throw new Error('There is no drawing surface.');
    context.drawImage(bitmap, 0, 0);
    return { width, height, order: 'RGBA', data: context.getImageData(0, 0, width, height).data };
  } finally {
    bitmap.close();
  }
}

/** Decodes with the browser, or with a package where it cannot. */
export const decodePicture: Decode = async (bytes, file, times) => {
  const { type, width, height, orientation } = file;
  if (isForeign(type)) return { pixels: await decodeForeign(bytes, type), orientation };
  const stored = swapsSides(orientation) ? { width: height, height: width } : { width, height };
  const whole = type === 'image/jpeg' && times === 0;
  const frame = whole
    ? undefined
    : await decodeFrame(bytes, type, stored, type === 'image/jpeg' ? times : 0, true);
  if (!frame) return { pixels: await decodeWhole(new Blob([bytes], { type })), orientation };
  return { pixels: await pixelsOf(frame).finally(() => frame.close()), orientation };
};
