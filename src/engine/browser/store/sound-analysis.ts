import type { Onset } from '../../../core/sound/onsets';
import type { Peaks } from '../../../core/sound/peaks';
import type { SampleSpan } from '../../../core/sound/ducking';
import { soundAnalyses } from './stores';

/** What is drawn and found of a sound, kept beside it. */
export interface SoundAnalysis {
  readonly peaks: Peaks;
  readonly onsets: readonly Onset[];
  readonly speech: readonly SampleSpan[];
  /** Samples at 48 kHz. */
  readonly samples: number;
}

/** A piece of a sound: one or two channels of `PIECE` samples at 48 kHz, the last one shorter. */
export interface SoundPiece {
  readonly channels: readonly Float32Array<ArrayBuffer>[];
}

/** Samples in a piece: 10 seconds. */
export const PIECE = 480_000;

/** The key of a piece of a sound, by the hash of its file and the number of the piece, from 0. */
export const pieceKey = (hash: string, index: number): string => `${hash}.${index}`;

/** Keys of all pieces of a sound of so many samples. */
export const pieceKeys = (hash: string, samples: number): readonly string[] =>
  Array.from({ length: Math.ceil(samples / PIECE) }, (_, i) => pieceKey(hash, i));

/** As it was kept before these words were used for it. */
interface OlderAnalysis {
  readonly attacks?: readonly Onset[];
  readonly bursts?: readonly SampleSpan[];
}

/** What is kept of a sound; null where there is nothing. */
export async function readAnalysis(hash: string): Promise<SoundAnalysis | null> {
  const stored = await soundAnalyses.getItem<SoundAnalysis & OlderAnalysis>(hash);
  if (!stored?.attacks || !stored.bursts) return stored;
  const { attacks, bursts, ...kept } = stored;
  return { ...kept, onsets: attacks, speech: bursts };
}
