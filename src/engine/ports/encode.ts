import type { CodedFrame } from '../../core/codec/coded-frame';
import type { I420 } from '../../core/picture/pixels';
import type { PrintSize } from '../../core/print/print-size';
import type { Rate } from '../../core/time/rate';

/** What a player has to know of a codec before it begins. */
export interface CodecFacts {
  readonly codecString: string;
  readonly description?: Uint8Array<ArrayBuffer> | undefined;
}

/** The pictures of a piece as an encoder gave them. */
export interface EncodedPiece {
  readonly facts: CodecFacts;
  readonly pictures: readonly CodedFrame[];
  /** Whether there is one for each frame, held or not; else there is one for each picture. */
  readonly isRepeated: boolean;
}

/** Encodes one piece; its owner ends or cancels it. */
export interface PieceEncoder {
  /** Pictures come in order, each for so many frames one behind the other. The picture is the encoder's from then on. */
  add(picture: I420, times: number): Promise<void>;
  /** Everything that came of them. */
  end(): Promise<Omit<EncodedPiece, 'isRepeated'>>;
  /** Gives up; never throws. */
  cancel(): void;
}

/** What is known of a video file before it begins. */
export interface VideoShape {
  readonly size: PrintSize;
  readonly rate: Rate;
  /** Length in frames, and in samples of its sound; 0 where it has none. */
  readonly frames: number;
  readonly samples: number;
}

/** A video file that is being written; its owner ends or cancels it. */
export interface VideoFile {
  /** Frames come in order, counted from 0. */
  frame(frame: CodedFrame, at: number, facts: CodecFacts): Promise<void>;
  /** Sound at 48 kHz, left and right in turn, from a sample counted from the file's start; it comes in order. */
  sound(samples: Float32Array<ArrayBuffer>, at: number): Promise<void>;
  /** Writes what is left. */
  end(): Promise<void>;
  /** Gives up; never throws. */
  cancel(): Promise<void>;
}
