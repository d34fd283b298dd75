import { poseAt, scheduleOf } from '../../core/film/schedule';
import { openFilm } from '../../state/document/document';
import { chooseAll, chooseBetween, chooseNone, choosePose } from '../../state/selection/choose';
import { selectionNow } from '../../state/selection/selection';
import { stepPoses } from '../../state/transport/play';
import { transportNow } from '../../state/transport/transport';
import { key, shifted, unshifted, withControl, type KeyBinding } from './key-binding';

function chooseHere(mode: 'only' | 'toggle' | 'range'): void {
  const film = openFilm();
  const here = film && poseAt(scheduleOf(film), transportNow().frame);
  if (here) choosePose(here.pose.id, mode);
}

function extend(by: 1 | -1): void {
  if (selectionNow().chosen.size === 0) chooseHere('only');
  stepPoses(by);
  chooseHere('range');
}

/** Keys that choose poses. */
export const CHOICE_KEYS: readonly KeyBinding[] = [
  {
    keys: 'Enter',
    does: 'Choose the pose on screen, or unchoose it',
    matches: key('Enter'),
    run: () => chooseHere('toggle'),
  },
  {
    keys: 'Shift ↓',
    does: 'Choose up to the next pose',
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
    mainly: 'select all',
    matches: key('a', withControl),
    run: chooseAll,
  },
  {
    keys: 'B',
    does: 'Choose what is between the in and out points',
    matches: key('b', unshifted),
    run: chooseBetween,
  },
  { keys: 'Escape', does: 'Choose no pose', matches: key('Escape'), run: chooseNone },
];
