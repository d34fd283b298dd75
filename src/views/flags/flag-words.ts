import type { FlagKind } from '../../core/film/film';
import type { PlacedFlag } from '../../core/film/moments';

export const KIND_WORDS: Readonly<Record<FlagKind, string>> = {
  note: 'note',
  word: 'word',
  beat: 'beat',
  contact: 'sync point',
};

/** `note “horse stops”, frame 42`, and whether its pose is gone. */
export const flagWords = ({ flag, frame, loose }: PlacedFlag): string =>
  `${KIND_WORDS[flag.kind]} “${flag.label || 'no words'}”, frame ${frame + 1}${loose ? ', loose: its pose is gone' : ''}`;
