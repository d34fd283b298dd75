import { expose, transfer } from 'comlink';
import { isAsItCame, isPicture, type Recipe } from '../../../core/picture/recipe';
import { renderPicture } from '../../../core/picture/render-picture';
import type { Paint } from '../../../core/picture/paint/paint';
import type { Pixels, Rgba } from '../../../core/picture/pixels';
import type { Size } from '../../../core/picture/size';
import { KeptSources } from '../../print/kept-sources';
import { makePicture } from '../../print/make-frame';
import { decodePicture, decodeWhole } from '../decode/decode-picture';
import { storedOriginals } from '../store/stored-originals';
import { previews, thumbnails } from '../store/stores';
import type { Source } from '../../../core/picture/recipe';

/** Which of a photo's kept pictures is made from: the one that is played, 960 wide, or the one on tickets, 240 wide. */
type Kept = 'preview' | 'thumbnail';

async function keptFile(hash: string, kept: Kept): Promise<Blob | undefined> {
  if (kept === 'preview') return (await previews.getItem<Blob>(hash)) ?? undefined;
  const bytes = await thumbnails.getItem<Uint8Array<ArrayBuffer>>(hash);
  return bytes ? new Blob([bytes]) : undefined;
}

/** Decoded pictures that stay for a while, the latest last: a hand that sets something has the same one made again and again. */
const decoded = new Map<string, Promise<Pixels>>();
const MOST_DECODED = 6;

/** A kept picture's pixels, which are read only; undefined where it is missing. */
async function keptPixels(hash: string, kept: Kept): Promise<Pixels | undefined> {
  const key = `${kept} ${hash}`;
  let pixels = decoded.get(key);
  if (!pixels) {
    const file = await keptFile(hash, kept);
    if (!file) return undefined;
    pixels = decodeWhole(file);
    pixels.catch(() => decoded.delete(key));
  }
  decoded.delete(key);
  decoded.set(key, pixels);
  for (const eldest of decoded.keys()) if (decoded.size > MOST_DECODED) decoded.delete(eldest);
  return pixels;
}

/** A photo and what is painted on it, out of pictures that are kept; undefined where one is missing. */
async function keptPainted(hash: string, paint: Paint | undefined, kept: Kept): Promise<Source | undefined> {
  const pixels = await keptPixels(hash, kept);
  if (!pixels) return undefined;
  const painted: Source[] = [];
  for (const picture of paint?.pictures ?? []) {
    const source = await keptPainted(picture.file.hash, picture.paint, kept);
    if (!source) return undefined;
    painted.push(source);
  }
  return { pixels, orientation: 1, painted };
}

/** What a recipe is made from, out of pictures that are kept; undefined where one is missing. */
async function keptSource({ file, paint, background }: Recipe, kept: Kept): Promise<Source | undefined> {
  const source = await keptPainted(file.hash, paint, kept);
  if (!source) return undefined;
  if (!isPicture(background)) return source;
  const behind = await keptSource(background, kept);
  return behind && { ...source, background: behind };
}

/** How well a picture is packed that is only played, 0 to 1. */
const PACKED = 0.92;

const bitmapOf = ({ data, width, height }: Rgba): Promise<ImageBitmap> =>
  createImageBitmap(new ImageData(data, width, height));

/** What is painted in stays decoded: a hand lays stroke after stroke. */
const finePorts = { originals: storedOriginals, decode: decodePicture, kept: new KeptSources(2) };

const worker = {
  /** A recipe's picture at a size; undefined where none is kept. The caller's to close. */
  async picture(recipe: Recipe, size: Size, kept: Kept): Promise<ImageBitmap | undefined> {
    const source = await keptSource(recipe, kept);
    if (!source) return undefined;
    const bitmap = await bitmapOf(renderPicture(source, recipe, size));
    return transfer(bitmap, [bitmap]);
  },

  /** The same as a file, packed with a little loss; undefined where none is kept. */
  async packed(recipe: Recipe, size: Size): Promise<Blob | undefined> {
    const source = await keptSource(recipe, 'preview');
    if (!source) return undefined;
    const { width, height, data } = renderPicture(source, recipe, size);
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')?.putImageData(new ImageData(data, width, height), 0, 0);
    return await canvas.convertToBlob({ type: 'image/jpeg', quality: PACKED });
  },

  /**
   * The same from the original.
   * @throws where that is missing or cannot be decoded.
   */
  async fine(recipe: Recipe, size: Size): Promise<ImageBitmap> {
    const bitmap = await bitmapOf(await makePicture(recipe, size, 'a photo', finePorts));
    return transfer(bitmap, [bitmap]);
  },

  /** A frame of a live picture, which is closed, as a recipe shows it. */
  async live(frame: ImageBitmap, recipe: Recipe, size: Size): Promise<ImageBitmap> {
    const { width, height } = frame;
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    context?.drawImage(frame, 0, 0);
    frame.close();
    const data = context?.getImageData(0, 0, width, height).data ?? new Uint8ClampedArray(4 * width * height);
    const pixels: Pixels = { width, height, order: 'RGBA', data };
    const behind = isPicture(recipe.background) ? await keptSource(recipe.background, 'preview') : undefined;
    // Without what lies behind it is seen before grey.
    const shown = isPicture(recipe.background) && !behind ? { ...recipe, background: '#777573' } : recipe;
    const bitmap = await bitmapOf(
      renderPicture({ pixels, orientation: 1, ...(behind && { background: behind }) }, shown, size),
    );
    return transfer(bitmap, [bitmap]);
  },

  /** The address of a recipe's small picture, which lives as long as this worker; undefined where none is kept. */
  async address(recipe: Recipe, size: Size): Promise<string | undefined> {
    const small = await keptFile(recipe.file.hash, 'thumbnail');
    if (!small) return undefined;
    // Making an address waits for the browser's main process: not a wait for the page.
    if (isAsItCame(recipe)) return URL.createObjectURL(small);
    const source = await keptSource(recipe, 'thumbnail');
    if (!source) return undefined;
    const { data, width, height } = renderPicture(source, recipe, size);
    const canvas = new OffscreenCanvas(width, height);
    canvas.getContext('2d')?.putImageData(new ImageData(data, width, height), 0, 0);
    return URL.createObjectURL(await canvas.convertToBlob({ type: 'image/webp', quality: 0.9 }));
  },
};

/** What the page asks of a worker that makes pictures. */
export type PictureWorker = typeof worker;

expose(worker);
