import type { I420 } from '../../core/picture/pixels';
import type { Size } from '../../core/picture/size';
import type { Rate } from '../../core/time/rate';

/** What is known of a print before it begins. */
export interface PrintShape {
  readonly size: Size;
  readonly rate: Rate;
  /** Length in frames. */
  readonly frames: number;
  readonly hasSound: boolean;
}

/** A file that is being written; its owner ends or cancels it. */
export interface Encode {
  /** Frames come in order, counted from 0. The picture is only lent. */
  frame(picture: I420, frame: number): Promise<void>;
  /** Sound at 48 kHz, left and right in turn, from a sample counted from the print's start; it comes in order. */
  sound(samples: Float32Array<ArrayBuffer>, at: number): Promise<void>;
  /** Writes what is left. */
  end(): Promise<void>;
  /** Gives up; never throws. */
  cancel(): Promise<void>;
}
