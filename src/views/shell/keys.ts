import { chooseAll, chooseNone, choosePose } from '../../state/choose';
import { changeHold, deletePoses, redoEdit, setHold, shiftPoses, undoEdit } from '../../state/edit-film';
import { goToEnd, goToStart, playOrPause, stepFrames, stepPoses, toggleLoop } from '../../state/player';
import { intakeOf, layOutAndPlay } from '../../state/intake';
import { openFilm, scheduleOf, workbench } from '../../state/workbench';
import { zoomStrip, zoomToAll, zoomToChosen } from '../../state/zoom';
import { poseAt } from '../../core/film/schedule';

/** A key and what it does, for the handler and for the sheet of keys alike. */
export interface KeyBinding {
  /** As the sheet shows it. */
  readonly keys: string;
  readonly does: string;
  readonly matches: (event: KeyboardEvent) => boolean;
  readonly run: (event: KeyboardEvent) => void;
  /** Where alone the key counts: while poses can be worked on, or over the table of what came in. */
  readonly where?: 'time' | 'table';
}

const plain = (event: KeyboardEvent): boolean => !event.ctrlKey && !event.metaKey && !event.altKey;
const withControl = (event: KeyboardEvent): boolean => (event.ctrlKey || event.metaKey) && !event.altKey;
const key =
  (name: string, when = plain) =>
  (event: KeyboardEvent): boolean =>
    event.key.toLowerCase() === name.toLowerCase() && when(event);
const unshifted = (event: KeyboardEvent): boolean => plain(event) && !event.shiftKey;
const shifted = (event: KeyboardEvent): boolean => plain(event) && event.shiftKey;
const withAlt = (event: KeyboardEvent): boolean => event.altKey && !event.ctrlKey && !event.metaKey;

const hasTable = (): boolean => intakeOf()?.laidOut === false;

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

export const KEY_BINDINGS: readonly KeyBinding[] = [
  { keys: 'Space', does: 'Play, pause', matches: key(' '), run: playOrPause, where: 'time' },
  {
    keys: '→',
    does: 'One frame on',
    matches: key('ArrowRight', unshifted),
    run: () => stepFrames(1),
    where: 'time',
  },
  {
    keys: '←',
    does: 'One frame back',
    matches: key('ArrowLeft', unshifted),
    run: () => stepFrames(-1),
    where: 'time',
  },
  {
    keys: '↓',
    does: 'To the next pose',
    matches: key('ArrowDown', unshifted),
    run: () => stepPoses(1),
    where: 'time',
  },
  {
    keys: '↑',
    does: 'To the pose before',
    matches: key('ArrowUp', unshifted),
    run: () => stepPoses(-1),
    where: 'time',
  },
  { keys: 'Home', does: 'To the start', matches: key('Home'), run: goToStart, where: 'time' },
  { keys: 'End', does: 'To the end', matches: key('End'), run: goToEnd, where: 'time' },
  { keys: 'L', does: 'Loop on, off', matches: key('l'), run: toggleLoop, where: 'time' },
  {
    keys: 'Enter',
    does: 'Choose the pose on screen, or not',
    matches: key('Enter'),
    run: () => chooseHere('toggle'),
    where: 'time',
  },
  {
    keys: 'Shift ↓',
    does: 'Choose on to the next pose',
    matches: key('ArrowDown', shifted),
    run: () => extend(1),
    where: 'time',
  },
  {
    keys: 'Shift ↑',
    does: 'Choose back to the pose before',
    matches: key('ArrowUp', shifted),
    run: () => extend(-1),
    where: 'time',
  },
  {
    keys: 'Ctrl A',
    does: 'Choose all poses',
    matches: key('a', withControl),
    run: chooseAll,
    where: 'time',
  },
  { keys: 'Escape', does: 'Choose none', matches: key('Escape'), run: chooseNone, where: 'time' },
  {
    keys: '1 … 9',
    does: 'Hold of the chosen poses: so many frames',
    matches: (event) => plain(event) && /^[1-9]$/.test(event.key),
    run: (event) => setHold(Number(event.key)),
    where: 'time',
  },
  {
    keys: '+',
    does: 'Hold a frame longer',
    matches: (event) => plain(event) && (event.key === '+' || event.key === '='),
    run: () => changeHold(1),
    where: 'time',
  },
  { keys: '-', does: 'Hold a frame shorter', matches: key('-'), run: () => changeHold(-1), where: 'time' },
  {
    keys: 'Alt →',
    does: 'Move the chosen poses later',
    matches: key('ArrowRight', withAlt),
    run: () => shiftPoses(1),
    where: 'time',
  },
  {
    keys: 'Alt ←',
    does: 'Move the chosen poses earlier',
    matches: key('ArrowLeft', withAlt),
    run: () => shiftPoses(-1),
    where: 'time',
  },
  {
    keys: 'Delete',
    does: 'Delete the chosen poses; the gap closes',
    matches: (event) => plain(event) && (event.key === 'Delete' || event.key === 'Backspace'),
    run: deletePoses,
    where: 'time',
  },
  {
    keys: 'Enter (table)',
    does: 'Lay out what came in, and play',
    matches: key('Enter'),
    run: layOutAndPlay,
    where: 'table',
  },
  { keys: 'I', does: 'Single frames larger', matches: key('i', unshifted), run: () => zoomStrip(1) },
  { keys: 'O', does: 'More of the film', matches: key('o', unshifted), run: () => zoomStrip(-1) },
  { keys: 'W', does: 'The whole film', matches: key('w', unshifted), run: zoomToAll },
  { keys: 'Shift W', does: 'The chosen poses only', matches: key('w', shifted), run: zoomToChosen },
  {
    keys: 'Ctrl Z',
    does: 'Undo',
    matches: (event) => key('z', withControl)(event) && !event.shiftKey,
    run: undoEdit,
  },
  {
    keys: 'Ctrl Shift Z',
    does: 'Redo',
    matches: (event) => (key('z', withControl)(event) && event.shiftKey) || key('y', withControl)(event),
    run: redoEdit,
  },
];

/** Keys that a focused control uses itself and that must not be taken from it. */
function belongsToControl(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  if (!target) return false;
  if (
    target.closest(
      'input:not([type=radio]):not([type=color]):not([type=checkbox]), select, textarea, dialog, video',
    )
  )
    return true;
  const presses = event.key === ' ' || event.key === 'Enter';
  if (presses && target.closest('button, a, summary, label')) return true;
  return target.matches('input') && (presses || event.key.startsWith('Arrow'));
}

/** Carries out what a key does on the workbench; gives whether it did anything. */
export function handleKey(event: KeyboardEvent): boolean {
  const { phase, stage } = workbench();
  if (phase !== 'open' || event.defaultPrevented || belongsToControl(event)) return false;
  const where = stage === 'time' ? 'time' : stage === 'sort' && hasTable() ? 'table' : undefined;
  const binding = KEY_BINDINGS.find((each) => each.matches(event) && (!each.where || each.where === where));
  if (!binding) return false;
  event.preventDefault();
  binding.run(event);
  return true;
}

/** After a click with the mouse the keys belong to the film again: Space plays, whatever was clicked last. */
export function freeKeys(event: MouseEvent): void {
  const focused = document.activeElement;
  const clicked = event.detail > 0 && focused instanceof HTMLButtonElement && !focused.closest('dialog');
  if (clicked) focused.blur();
}
