import { poseAt, scheduleOf } from '../../core/film/schedule';
import { ONE_MORE } from '../../core/film/edits/cycle-edits';
import {
  changeHold,
  copyPoses,
  cutPoses,
  deletePoses,
  duplicatePoses,
  exchangePoses,
  pastePoses,
  reversePoses,
  setHold,
  shiftPoses,
} from '../../state/arrange-poses';
import { chooseAll, chooseNone, choosePose } from '../../state/choose';
import { flip, toggleAgainst, toggleGhost, toggleNeighbours } from '../../state/compare';
import { cycleOf, makeCycle, unrollCycle } from '../../state/cycles';
import { meantPoses } from '../../state/edit-film';
import { addFlag, clearPoints, goToFlag, setPoint } from '../../state/flags';
import {
  goToEnd,
  goToStart,
  playAround,
  playChosen,
  playOrPause,
  stepFrames,
  stepPoses,
  toggleLoop,
} from '../../state/player';
import { splitScene } from '../../state/scenes';
import { openFilm, setWorkbench, workbench } from '../../state/workbench';
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

function unrollMeant(): void {
  const film = openFilm();
  const cycle = film && cycleOf(film, meantPoses());
  if (cycle) unrollCycle(cycle.id);
}

/** Flags the frame on screen, and shows the flag so that words can be typed. */
function flagHere(): void {
  if (addFlag() !== undefined) setWorkbench({ panel: 'flags' });
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
  { keys: 'L', does: 'Loop on, off', matches: key('l', unshifted), run: toggleLoop },
  { keys: 'P', does: 'Play the chosen poses', matches: key('p', unshifted), run: playChosen },
  { keys: 'A', does: 'Play around the pose on screen', matches: key('a', unshifted), run: playAround },
  { keys: '[', does: 'In point on this frame', matches: key('['), run: () => setPoint('in') },
  { keys: ']', does: 'Out point on this frame', matches: key(']'), run: () => setPoint('out') },
  { keys: '\\', does: 'No in and out points', matches: key('\\'), run: clearPoints },
  { keys: 'F', does: 'Flag on this frame', matches: key('f', unshifted), run: flagHere },
  { keys: '.', does: 'To the next flag', matches: key('.'), run: () => goToFlag(1) },
  { keys: ',', does: 'To the flag before', matches: key(','), run: () => goToFlag(-1) },
  { keys: 'G', does: 'Ghost of the neighbours', matches: key('g', unshifted), run: toggleGhost },
  { keys: 'Q', does: 'Pose before and after beside it', matches: key('q', unshifted), run: toggleNeighbours },
  {
    keys: 'D',
    does: 'Difference from the pose before',
    matches: key('d', unshifted),
    run: () => toggleAgainst('difference'),
  },
  {
    keys: 'Shift L',
    does: 'Last against first, for a loop',
    matches: key('l', shifted),
    run: () => toggleAgainst('first-last'),
  },
  {
    keys: 'V held',
    does: 'Flip to the pose before, or to the other of two chosen',
    matches: key('v', unshifted),
    run: () => flip(true),
  },
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
  { keys: 'R', does: 'Opposite order', matches: key('r', unshifted), run: reversePoses },
  { keys: 'X', does: 'Two chosen poses change places', matches: key('x', unshifted), run: exchangePoses },
  {
    keys: 'C',
    does: 'Cycle of the chosen poses',
    matches: key('c', unshifted),
    run: () => makeCycle(ONE_MORE),
  },
  { keys: 'Shift C', does: 'Unroll the cycle', matches: key('c', shifted), run: unrollMeant },
  { keys: 'S', does: 'Split the scene before this pose', matches: key('s', unshifted), run: splitScene },
  { keys: 'Ctrl C', does: 'Copy', matches: key('c', withControl), run: copyPoses },
  { keys: 'Ctrl X', does: 'Cut', matches: key('x', withControl), run: cutPoses },
  { keys: 'Ctrl V', does: 'Paste behind the chosen poses', matches: key('v', withControl), run: pastePoses },
  { keys: 'Ctrl D', does: 'A copy behind', matches: key('d', withControl), run: duplicatePoses },
  {
    keys: 'Delete',
    does: 'Delete the chosen poses; the gap closes',
    matches: deleteKey,
    run: deletePoses,
  },
];
