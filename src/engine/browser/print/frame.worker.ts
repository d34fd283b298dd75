import { expose, transfer } from 'comlink';
import type { Photo } from '../../../core/film/film';
import { fileOf, shownSize, wholeTurnOf } from '../../../core/film/photo-picture';
import { framePhoto, type FrameOptions } from '../../../core/picture/frame-photo';
import { swapsSides } from '../../../core/picture/orientation';
import type { I420 } from '../../../core/picture/pixels';
import { halvings } from '../../../core/picture/placement';
import { decodeToPixels } from '../photos/decode-picture';
import { originals } from '../store/stores';

const worker = {
  /** One photo, from its original, as a frame of the film. */
  async makeFrame(photo: Photo, options: FrameOptions): Promise<I420> {
    const file = fileOf(photo);
    const original = await originals.getItem<Blob>(file.hash);
    if (!original) throw new Error(`The original of ${file.name} is missing in this browser.`);
    const bytes = new Uint8Array(await original.arrayBuffer());
    const stored = swapsSides(file.orientation)
      ? { width: file.height, height: file.width }
      : { width: file.width, height: file.height };
    const shown = shownSize(photo);
    const times = file.type === 'image/jpeg' ? halvings(shown, options.film, options.framing) : 0;
    const pixels = await decodeToPixels(bytes, file.type, stored, times);
    const frame = framePhoto(pixels, wholeTurnOf(photo), options);
    return transfer(frame, [frame.data.buffer]);
  },
};

/** What the print asks of a frame worker. */
export type FrameWorker = typeof worker;

expose(worker);
