import { poseAt } from '../../core/film/schedule';
import { chooseAll, chooseNone, choosePose } from '../../state/choose';
import { changeHold, deletePoses, setHold, shiftPoses } from '../../state/edit-film';
import { goToEnd, goToStart, playOrPause, stepFrames, stepPoses, toggleLoop } from '../../state/player';
import { openFilm, scheduleOf, workbench } from '../../state/workbench';
import {
  deleteKey,
  key,
  plain,
  shifted,
  unshifted,
  withAlt,
  withControl,
  type KeyBinding,
} from './key-binding';

function chooseHere(mode: 'only' | 'toggle' | 'range'): void {
  const film = openFilm();
  const here = film && poseAt(scheduleOf(film), workbench().frame);
  if (here) choosePose(here.pose.id, mode);
}

function extend(by: 1 | -1): void {
  if (workbench().chosen.size === 0) chooseHere('only');
  stepPoses(by);
  chooseHere('range');
}

/** Keys of stage Time. */
export const TIME_KEYS: readonly KeyBinding[] = [
  { keys: 'Space', does: 'Play, pause', matches: key(' '), run: playOrPause },
  {
    keys: '→',
    does: 'One frame on',
    matches: key('ArrowRight', unshifted),
    run: () => stepFrames(1),
  },
  {
    keys: '←',
    does: 'One frame back',
    matches: key('ArrowLeft', unshifted),
    run: () => stepFrames(-1),
  },
  {
    keys: '↓',
    does: 'To the next pose',
    matches: key('ArrowDown', unshifted),
    run: () => stepPoses(1),
  },
  {
    keys: '↑',
    does: 'To the pose before',
    matches: key('ArrowUp', unshifted),
    run: () => stepPoses(-1),
  },
  { keys: 'Home', does: 'To the start', matches: key('Home'), run: goToStart },
  { keys: 'End', does: 'To the end', matches: key('End'), run: goToEnd },
  { keys: 'L', does: 'Loop on, off', matches: key('l'), run: toggleLoop },
  {
    keys: 'Enter',
    does: 'Choose the pose on screen, or not',
    matches: key('Enter'),
    run: () => chooseHere('toggle'),
  },
  {
    keys: 'Shift ↓',
    does: 'Choose on to the next pose',
    matches: key('ArrowDown', shifted),
    run: () => extend(1),
  },
  {
    keys: 'Shift ↑',
    does: 'Choose back to the pose before',
    matches: key('ArrowUp', shifted),
    run: () => extend(-1),
  },
  {
    keys: 'Ctrl A',
    does: 'Choose all poses',
    matches: key('a', withControl),
    run: chooseAll,
  },
  { keys: 'Escape', does: 'Choose none', matches: key('Escape'), run: chooseNone },
  {
    keys: '1 … 9',
    does: 'Hold of the chosen poses: so many frames',
    matches: (event) => plain(event) && /^[1-9]$/.test(event.key),
    run: (event) => setHold(Number(event.key)),
  },
  {
    keys: '+',
    does: 'Hold a frame longer',
    matches: (event) => plain(event) && (event.key === '+' || event.key === '='),
    run: () => changeHold(1),
  },
  { keys: '-', does: 'Hold a frame shorter', matches: key('-'), run: () => changeHold(-1) },
  {
    keys: 'Alt →',
    does: 'Move the chosen poses later',
    matches: key('ArrowRight', withAlt),
    run: () => shiftPoses(1),
  },
  {
    keys: 'Alt ←',
    does: 'Move the chosen poses earlier',
    matches: key('ArrowLeft', withAlt),
    run: () => shiftPoses(-1),
  },
  {
    keys: 'Delete',
    does: 'Delete the chosen poses; the gap closes',
    matches: deleteKey,
    run: deletePoses,
  },
];
