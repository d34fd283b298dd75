import { ONE_MORE } from '../../core/edits/cycle-edits';
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
  setHoldSeconds,
  shiftPoses,
} from '../../state/poses/arrange-poses';
import { cycleOf, makeCycle, thereAndBack, unrollCycle } from '../../state/poses/cycles';
import { targetPoses } from '../../state/document/edit-film';
import { splitScene } from '../../state/poses/scenes';
import { openFilm } from '../../state/document/document';
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

function unrollMeant(): void {
  const film = openFilm();
  const cycle = film && cycleOf(film, targetPoses());
  if (cycle) unrollCycle(cycle.id);
}

/** Keys of stage Time that change poses. */
export const POSE_KEYS: readonly KeyBinding[] = [
  {
    keys: '1 … 9',
    does: 'Hold the chosen poses for so many frames',
    matches: (event) => plain(event) && /^[1-9]$/.test(event.key),
    run: (event) => setHold(Number(event.key)),
  },
  {
    keys: 'Shift 1 … 5',
    does: 'Hold the chosen poses for so many seconds',
    // By its place on the keyboard: shifted, it writes something else.
    matches: (event) => shifted(event) && /^Digit[1-5]$/.test(event.code) && !/^\d$/.test(event.key),
    run: (event) => setHoldSeconds(Number(event.code.at(-1))),
  },
  {
    keys: '+',
    does: 'Hold a frame longer',
    mainly: 'longer',
    also: 'hold slower',
    matches: (event) => plain(event) && (event.key === '+' || event.key === '='),
    run: () => changeHold(1),
  },
  {
    keys: '-',
    does: 'Hold a frame shorter',
    mainly: 'shorter',
    also: 'hold faster',
    matches: key('-'),
    run: () => changeHold(-1),
  },
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
    keys: 'R',
    does: 'Reverse the chosen poses',
    mainly: 'reverse backwards',
    also: 'order',
    matches: key('r', unshifted),
    run: reversePoses,
  },
  {
    keys: 'Shift R',
    does: 'Add the way back',
    also: 'ping pong cycle reverse',
    matches: key('r', shifted),
    run: thereAndBack,
  },
  {
    keys: 'X',
    does: 'Swap the two chosen poses',
    mainly: 'swap',
    also: 'exchange',
    matches: key('x', unshifted),
    run: exchangePoses,
  },
  {
    keys: 'C',
    does: 'Repeat the chosen poses: make a cycle',
    mainly: 'repeat cycle walk',
    also: 'loop',
    matches: key('c', unshifted),
    run: () => makeCycle(ONE_MORE),
  },
  { keys: 'Shift C', does: 'Unroll the cycle', matches: key('c', shifted), run: unrollMeant },
  {
    keys: 'S',
    does: 'Split the scene before this pose',
    mainly: 'split',
    also: 'divide',
    matches: key('s', unshifted),
    run: splitScene,
  },
  {
    keys: 'Ctrl C',
    does: 'Copy the chosen poses',
    mainly: 'copy',
    matches: (event) => key('c', withControl)(event) && (getSelection()?.isCollapsed ?? true),
    run: copyPoses,
  },
  { keys: 'Ctrl X', does: 'Cut the chosen poses', matches: key('x', withControl), run: cutPoses },
  { keys: 'Ctrl V', does: 'Paste after the chosen poses', matches: key('v', withControl), run: pastePoses },
  {
    keys: 'Ctrl D',
    does: 'Duplicate the chosen poses',
    mainly: 'duplicate',
    also: 'copy frame',
    matches: key('d', withControl),
    run: duplicatePoses,
  },
  {
    keys: 'Delete',
    does: 'Delete the chosen poses; the gap closes',
    mainly: 'delete remove',
    also: 'frame throw away',
    matches: deleteKey,
    run: deletePoses,
  },
];
