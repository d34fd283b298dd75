import type { Attack } from '../../../core/sound/attacks';
import type { Peaks } from '../../../core/sound/peaks';
import type { SampleSpan } from '../../../core/sound/step-back';
import { soundLooks } from '../store/stores';

/** What is drawn and found of a sound, kept beside it. */
export interface SoundLook {
  readonly peaks: Peaks;
  readonly attacks: readonly Attack[];
  readonly bursts: readonly SampleSpan[];
  /** Samples at 48 kHz. */
  readonly samples: number;
}

/** A piece of a sound: one or two channels of `PIECE` samples at 48 kHz, the last one shorter. */
export interface SoundPiece {
  readonly channels: readonly Float32Array<ArrayBuffer>[];
}

/** Samples in a piece: 10 seconds. */
export const PIECE = 480_000;

export const pieceKey = (hash: string, index: number): string => `${hash}.${index}`;

/** Keys of all pieces of a sound of so many samples. */
export const pieceKeys = (hash: string, samples: number): readonly string[] =>
  Array.from({ length: Math.ceil(samples / PIECE) }, (_, i) => pieceKey(hash, i));

export const readLook = (hash: string): Promise<SoundLook | null> => soundLooks.getItem<SoundLook>(hash);
