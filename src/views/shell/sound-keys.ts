import { tapBeat } from '../../state/sound/beats';
import { recordOrStop } from '../../state/record/record';
import { key, unshifted, type KeyBinding } from './key-binding';

/** Keys of stage Sound besides those of playing and of cues. */
export const SOUND_KEYS: readonly KeyBinding[] = [
  {
    keys: 'E',
    does: 'Record from this frame',
    mainly: 'record voice over',
    also: 'narration dialogue microphone',
    matches: key('e', unshifted),
    run: recordOrStop,
  },
  { keys: 'N', does: 'Tap along to the beat', matches: key('n', unshifted), run: tapBeat },
];
