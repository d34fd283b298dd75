import { expose } from 'comlink';
import { meanOfFrames } from '../../../core/shoot/mean-of-frames';
import type { ShotType } from '../../../core/shoot/shot-name';
import { encodePicture } from './encode-picture';
import { ToldError } from '../../../core/time/told-error';

const worker = {
  /** A photo out of frames of a live picture, which are closed: their mean where there are several. */
  async photo(frames: readonly ImageBitmap[], type: ShotType): Promise<Blob> {
    try {
      const [first] = frames;
      if (!first) throw new ToldError('The camera gave no picture.');
      const { width, height } = first;
      const canvas = new OffscreenCanvas(width, height);
      const context = canvas.getContext('2d', { willReadFrequently: true });
      if (!context) throw new ToldError('The browser gives no drawing surface for a photo.');
      const drawn = frames.map((frame) => {
        context.drawImage(frame, 0, 0);
        return frames.length > 1 ? context.getImageData(0, 0, width, height) : undefined;
      });
      if (frames.length > 1) {
        const mean = meanOfFrames(drawn.filter((each) => each !== undefined));
        context.putImageData(new ImageData(mean.data, width, height), 0, 0);
      }
      return await encodePicture(canvas, type);
    } finally {
      for (const frame of frames) frame.close();
    }
  },
};

/** What a camera asks of the worker that makes files of its frames. */
export type ShotWorker = typeof worker;

expose(worker);
