import {
  chooseNoCue,
  duplicateCues,
  nudgeCues,
  putContact,
  removeCues,
  reverseCues,
  splitCues,
} from '../../state/sound/cues';
import { deleteKey, key, unshifted, withAlt, withControl, type KeyBinding } from './key-binding';

/** Keys of chosen cues; they go before those of poses. */
export const CUE_KEYS: readonly KeyBinding[] = [
  {
    keys: 'Alt →',
    does: 'Move the chosen cues a frame later',
    matches: (event) => key('ArrowRight', withAlt)(event) && !event.shiftKey,
    run: () => nudgeCues(1),
  },
  {
    keys: 'Alt ←',
    does: 'Move the chosen cues a frame earlier',
    matches: (event) => key('ArrowLeft', withAlt)(event) && !event.shiftKey,
    run: () => nudgeCues(-1),
  },
  {
    keys: 'Alt Shift →',
    does: 'Move the chosen cues a hundredth of a frame later',
    matches: (event) => key('ArrowRight', withAlt)(event) && event.shiftKey,
    run: () => nudgeCues(0.01),
  },
  {
    keys: 'Alt Shift ←',
    does: 'Move the chosen cues a hundredth of a frame earlier',
    matches: (event) => key('ArrowLeft', withAlt)(event) && event.shiftKey,
    run: () => nudgeCues(-0.01),
  },
  {
    keys: 'T',
    does: 'Sync point of the chosen cues on this frame',
    matches: key('t', unshifted),
    run: putContact,
  },
  { keys: 'K', does: 'Split the cues at the playhead', matches: key('k', unshifted), run: splitCues },
  { keys: 'R', does: 'Reverse the chosen cues', matches: key('r', unshifted), run: reverseCues },
  { keys: 'Ctrl D', does: 'Duplicate the chosen cues', matches: key('d', withControl), run: duplicateCues },
  { keys: 'Delete', does: 'Delete the chosen cues', matches: deleteKey, run: removeCues },
  { keys: 'Escape', does: 'Choose no cue', matches: key('Escape'), run: chooseNoCue },
];
