import { flip, toggleAgainst, toggleGhost, toggleNeighbours } from '../../state/transport/compare';
import { addFlag, clearPoints, goToFlag, setPoint } from '../../state/poses/flags';
import {
  goToEnd,
  goToStart,
  playAround,
  playChosen,
  playOrPause,
  stepFrames,
  stepPoses,
  toggleLoop,
} from '../../state/transport/play';
import { togglePictureWindow } from '../../state/picture/picture-window';
import { holdUntilNextWord } from '../../state/sound/hold-until-word';
import { setShell } from '../../state/shell/shell';
import { key, shifted, unshifted, type KeyBinding } from './key-binding';

/** Flags the frame on screen, and shows the flag so that words can be typed. */
function flagHere(): void {
  if (addFlag() !== undefined) setShell({ panel: 'flags' });
}

/** Keys of stage Time that play, look and mark. */
export const PLAY_KEYS: readonly KeyBinding[] = [
  {
    keys: 'Space',
    does: 'Play or pause',
    mainly: 'play pause',
    also: 'stop preview watch',
    matches: key(' '),
    run: playOrPause,
  },
  {
    keys: '→',
    does: 'One frame on',
    mainly: 'next frame',
    also: 'step forward',
    matches: key('ArrowRight', unshifted),
    run: () => stepFrames(1),
  },
  {
    keys: '←',
    does: 'One frame back',
    also: 'previous frame step',
    matches: key('ArrowLeft', unshifted),
    run: () => stepFrames(-1),
  },
  {
    keys: '↓',
    does: 'Go to the next pose',
    matches: key('ArrowDown', unshifted),
    run: () => stepPoses(1),
  },
  {
    keys: '↑',
    does: 'Go to the pose before',
    matches: key('ArrowUp', unshifted),
    run: () => stepPoses(-1),
  },
  {
    keys: 'Home',
    does: 'Go to the start',
    mainly: 'beginning start',
    also: 'first',
    matches: key('Home'),
    run: goToStart,
  },
  { keys: 'End', does: 'Go to the end', mainly: 'end', also: 'last', matches: key('End'), run: goToEnd },
  { keys: 'L', does: 'Loop on or off', matches: key('l', unshifted), run: toggleLoop },
  { keys: 'P', does: 'Play the chosen poses', matches: key('p', unshifted), run: playChosen },
  { keys: 'A', does: 'Play around the pose on screen', matches: key('a', unshifted), run: playAround },
  {
    keys: '[',
    does: 'Set the in point on this frame',
    mainly: 'in point',
    also: 'range',
    matches: key('['),
    run: () => setPoint('in'),
  },
  {
    keys: ']',
    does: 'Set the out point on this frame',
    mainly: 'out point',
    also: 'range',
    matches: key(']'),
    run: () => setPoint('out'),
  },
  { keys: '\\', does: 'Clear the in and out points', matches: key('\\'), run: clearPoints },
  {
    keys: 'F',
    does: 'Flag this frame',
    mainly: 'flag marker bookmark',
    also: 'mark note comment',
    matches: key('f', unshifted),
    run: flagHere,
  },
  { keys: '.', does: 'Go to the next flag or word', matches: key('.'), run: () => goToFlag(1) },
  { keys: ',', does: 'Go to the flag or word before', matches: key(','), run: () => goToFlag(-1) },
  {
    keys: 'J',
    does: 'Hold the pose until the next word',
    mainly: 'lip',
    also: 'sync dialogue speech',
    matches: key('j', unshifted),
    run: holdUntilNextWord,
  },
  {
    keys: 'G',
    does: 'Onion skin: ghosts of the poses before and after',
    mainly: 'onion skin ghost',
    also: 'transparent',
    matches: key('g', unshifted),
    run: toggleGhost,
  },
  {
    keys: 'Q',
    does: 'Show the poses before and after beside it',
    matches: key('q', unshifted),
    run: toggleNeighbours,
  },
  {
    keys: 'D',
    does: 'Show the difference from the pose before',
    matches: key('d', unshifted),
    run: () => toggleAgainst('difference'),
  },
  {
    keys: 'Shift L',
    does: 'Compare the last and first frame, for a loop',
    also: 'loop seam',
    matches: key('l', shifted),
    run: () => toggleAgainst('first-last'),
  },
  {
    keys: 'Y',
    does: 'Picture in its own window on or off',
    mainly: 'monitor second window',
    also: 'screen projector',
    matches: key('y', unshifted),
    run: togglePictureWindow,
  },
  {
    keys: 'V held',
    does: 'Flip to the pose before, or between two chosen poses',
    matches: key('v', unshifted),
    run: () => flip(true),
    held: { key: 'v', release: () => flip(false) },
  },
];
