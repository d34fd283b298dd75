import { expose } from 'comlink';
import { MOST_SVG_BYTES, readSvg, type ReadDrawing } from '../../../core/formats/svg/read-svg';
import { fillArea, type FilledArea } from '../../../core/mend/draw/fill-area';
import type { Drawn } from '../../../core/picture/drawn/drawn';
import type { Size } from '../../../core/picture/size';
import { err, type Result } from '../../../core/time/result';

const worker = {
  /** Reads drawings from an SVG file, in pixels of the film's picture. */
  async read(file: Blob, film: Size): Promise<Result<ReadDrawing>> {
    // Before any of it is read.
    if (file.size > MOST_SVG_BYTES) return err(`it is larger than ${MOST_SVG_BYTES >> 20} MB`);
    return readSvg(await file.text(), film);
  },

  /** The area around a place, in pixels of a picture of a size, that what is drawn closes in. */
  fill: (drawn: Drawn, size: Size, x: number, y: number, gap: number): Result<FilledArea> =>
    fillArea(drawn, size, x, y, gap),
};

export type DrawWorker = typeof worker;

expose(worker);
