import { expose, transfer } from 'comlink';
import type { Palette } from '../../../core/formats/gif';
import type { I420, Rgba } from '../../../core/picture/pixels';
import type { Recipe } from '../../../core/picture/recipe';
import type { Size } from '../../../core/picture/size';
import { KeptSources } from '../../print/kept-sources';
import { makeFrame, makePicture } from '../../print/make-frame';
import { decodePicture, recyclePixels } from '../decode/decode-picture';
import { storedOriginals } from '../store/stored-originals';
import { colourSamples, gifPart } from './gif-picture';
import { imageFile, type ImageForm } from './image-file';

/** Clean plates that stay decoded: a scene has one. */
const MOST_KEPT = 2;

const ports = {
  ...{ originals: storedOriginals, decode: decodePicture, recycle: recyclePixels },
  kept: new KeptSources(MOST_KEPT),
};

const picture = (recipe: Recipe, size: Size, name: string): Promise<Rgba> =>
  makePicture(recipe, size, name, ports);

const moved = (bytes: Uint8Array<ArrayBuffer>): Uint8Array<ArrayBuffer> => transfer(bytes, [bytes.buffer]);

const worker = {
  /** A recipe's picture, from its original, as a frame of a video. */
  async makeFrame(recipe: Recipe, size: Size, name: string): Promise<I420> {
    const frame = await makeFrame(recipe, size, name, ports);
    return transfer(frame, [frame.data.buffer]);
  },

  /** The same as a file of a picture. */
  image: async (
    recipe: Recipe,
    size: Size,
    name: string,
    form: ImageForm,
  ): Promise<Uint8Array<ArrayBuffer>> => moved(await imageFile(await picture(recipe, size, name), form)),

  /** The same as a part of a GIF. */
  gifPart: async (
    recipe: Recipe,
    size: Size,
    name: string,
    palette: Palette | undefined,
    isDithered: boolean,
    hundredths: number,
  ): Promise<Uint8Array<ArrayBuffer>> =>
    moved(gifPart(await picture(recipe, size, name), palette, isDithered, hundredths)),

  /** Some of its pixels, to choose colours by. */
  async samples(recipe: Recipe, size: Size, name: string): Promise<Uint8ClampedArray<ArrayBuffer>> {
    const samples = colourSamples([await picture(recipe, size, name)]);
    return transfer(samples, [samples.buffer]);
  },
};

/** What the print asks of a frame worker. */
export type FrameWorker = typeof worker;

expose(worker);
