import { sampleToFrame } from '../time/frames';
import { placeCues, type PlacedCue } from './cue-place';
import type { Film } from './film';
import type { Word } from './sound';

/** A word where it is heard in the film. */
export interface PlacedWord {
  readonly word: Word;
  readonly placed: PlacedCue;
  /** Samples of the film. */
  readonly start: number;
  readonly end: number;
  /** The frame on screen as it begins. */
  readonly frame: number;
}

/** The words of cues that run forward, those that lie in them by half at least, in the order of time. */
export function placedTranscriptOf(film: Film, cues: readonly PlacedCue[]): readonly PlacedWord[] {
  return cues
    .flatMap((placed) => {
      const { cue, sound, start } = placed;
      if (cue.reversed) return [];
      return (sound.words ?? []).flatMap((word): PlacedWord[] => {
        const middle = (word.at + word.to) / 2;
        if (middle < cue.from || middle >= cue.to) return [];
        const at = start + Math.max(word.at, cue.from) - cue.from;
        const end = start + Math.min(word.to, cue.to) - cue.from;
        return [{ word, placed, start: at, end, frame: sampleToFrame(Math.max(0, at), film.settings.rate) }];
      });
    })
    .sort((a, b) => a.start - b.start);
}

/** All words that are heard in the film, in the order of time. */
export const placedTranscript = (film: Film): readonly PlacedWord[] =>
  placedTranscriptOf(film, placeCues(film));
