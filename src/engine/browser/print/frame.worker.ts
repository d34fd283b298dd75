import { expose, transfer } from 'comlink';
import type { Photo } from '../../../core/film/film';
import { framePhoto, type FrameOptions } from '../../../core/picture/frame-photo';
import { swapsSides } from '../../../core/picture/orientation';
import type { I420 } from '../../../core/picture/pixels';
import { halvings } from '../../../core/picture/placement';
import { decodeToPixels } from '../photos/decode-picture';
import { originals } from '../store/stores';

const worker = {
  /** One photo, from its original, as a frame of the film. */
  async makeFrame(photo: Photo, options: FrameOptions): Promise<I420> {
    const original = await originals.getItem<Blob>(photo.hash);
    if (!original) throw new Error(`The original of ${photo.name} is missing in this browser.`);
    const bytes = new Uint8Array(await original.arrayBuffer());
    const stored = swapsSides(photo.orientation)
      ? { width: photo.height, height: photo.width }
      : { width: photo.width, height: photo.height };
    const times = photo.type === 'image/jpeg' ? halvings(photo, options.film, options.framing) : 0;
    const pixels = await decodeToPixels(bytes, photo.type, stored, times);
    const frame = framePhoto(pixels, photo.orientation, options);
    return transfer(frame, [frame.data.buffer]);
  },
};

/** What the print asks of a frame worker. */
export type FrameWorker = typeof worker;

expose(worker);
