import { expose, transfer } from 'comlink';
import type { I420 } from '../../../core/picture/pixels';
import type { Recipe } from '../../../core/picture/recipe';
import { makeFrame } from '../../print/make-frame';
import { decodePicture } from '../decode/decode-picture';
import { storedOriginals } from '../store/stored-originals';

const worker = {
  /** A recipe's picture, from its original, as a frame of the film. */
  async makeFrame(recipe: Recipe, name: string): Promise<I420> {
    const frame = await makeFrame(recipe, name, { originals: storedOriginals, decode: decodePicture });
    return transfer(frame, [frame.data.buffer]);
  },
};

/** What the print asks of a frame worker. */
export type FrameWorker = typeof worker;

expose(worker);
