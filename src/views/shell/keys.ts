import { redoEdit, undoEdit } from '../../state/document/edit-film';
import { layOutAndPlay } from '../../state/photos/intake';
import { stepNoticed } from '../../state/photos/look-over';
import { selectionNow } from '../../state/selection/selection';
import { openGuide } from '../../state/shell/guide';
import { toggleSide, leaveInnermost } from '../../state/shell/layout';
import { setShell, shellNow } from '../../state/shell/shell';
import { zoomStrip, zoomToAll, zoomToChosen } from '../../state/transport/zoom';
import { STAGE_FACTS, STAGES } from '../../state/shell/stages';
import { showStage } from '../../state/shell/show-stage';
import { leadTo } from '../commands/lead-to';
import { firstOf, noPoses, printing } from '../commands/reasons';
import { stageKey } from './stage-key';
import { key, shifted, unshifted, withAlt, withControl, type KeyBinding } from './key-binding';
import type { KeyPlace } from './key-place';
import { SIDE_KEYS } from '../frame/side-keys';
import { STAGE_VIEWS } from '../stages';
import { CHOICE_KEYS } from './choice-keys';
import { CUE_KEYS } from './cue-keys';
import { MEND_KEYS } from './mend-keys';
import { LOOK_KEYS } from './look-keys';
import { SHOOT_KEYS } from './shoot-keys';
import { PLAY_KEYS } from './play-keys';
import { POSE_KEYS } from './pose-keys';
import { SOUND_KEYS } from './sound-keys';
import { TRAY_KEYS } from './tray-keys';

const EVERYWHERE: readonly KeyBinding[] = [
  ...STAGES.map((stage, i): KeyBinding => {
    const keys = stageKey(i);
    return {
      keys,
      does: `Go to ${STAGE_FACTS[stage].label}`,
      // By its place on the keyboard: with Alt, it may write something else.
      matches: (event) => withAlt(event) && event.code === `Digit${i + 1}`,
      run: () => showStage(stage),
    };
  }),
  {
    keys: 'Ctrl P',
    does: 'Print the film',
    mainly: 'export video render mp4 share send',
    also: 'export render video mp4 webm file save',
    matches: key('p', withControl),
    run: () => leadTo({ stage: 'print', side: 'left', name: 'Print the film' }),
    cannot: firstOf(noPoses, printing),
  },
  {
    keys: '?',
    does: 'All shortcuts',
    mainly: 'shortcut keyboard hotkey',
    matches: key('?'),
    run: () => setShell({ sheet: 'keys' }),
  },
  {
    keys: 'F1',
    does: 'Open the guide',
    mainly: 'help manual guide',
    also: 'tutorial docs explain learn',
    matches: key('F1'),
    run: () => openGuide(STAGE_FACTS[shellNow().stage].guide),
  },
  {
    keys: 'Ctrl K',
    does: 'Find a command',
    matches: key('k', withControl),
    run: () => setShell({ sheet: 'commands' }),
  },
  { keys: 'I', does: 'Zoom in on the strip', matches: key('i', unshifted), run: () => zoomStrip(1) },
  { keys: 'O', does: 'Zoom out of the strip', matches: key('o', unshifted), run: () => zoomStrip(-1) },
  { keys: 'W', does: 'Show the whole film on the strip', matches: key('w', unshifted), run: zoomToAll },
  {
    keys: 'Shift W',
    does: 'Show only the chosen poses on the strip',
    matches: key('w', shifted),
    run: zoomToChosen,
  },
  {
    keys: SIDE_KEYS.left,
    does: 'Left panel on or off',
    matches: key(SIDE_KEYS.left),
    run: () => toggleSide('left'),
  },
  {
    keys: SIDE_KEYS.right,
    does: 'Right panel on or off',
    matches: key(SIDE_KEYS.right),
    run: () => toggleSide('right'),
  },
  {
    keys: SIDE_KEYS.strip,
    does: 'Strip on or off',
    matches: key(SIDE_KEYS.strip),
    run: () => toggleSide('strip'),
  },
  {
    keys: 'Ctrl Z',
    does: 'Undo',
    mainly: 'undo cancel',
    also: 'back revert',
    matches: (event) => key('z', withControl)(event) && !event.shiftKey,
    run: undoEdit,
  },
  {
    keys: 'Ctrl Shift Z',
    does: 'Redo',
    mainly: 'redo',
    matches: (event) => (key('z', withControl)(event) && event.shiftKey) || key('y', withControl)(event),
    run: redoEdit,
  },
];

const TABLE_KEYS: readonly KeyBinding[] = [
  { keys: 'Enter', does: 'Add the photos to the film, and play', matches: key('Enter'), run: layOutAndPlay },
  {
    keys: '.',
    does: 'Go to the next row with something noticed',
    matches: key('.'),
    run: () => stepNoticed(1),
  },
  {
    keys: ',',
    does: 'Go to the row before with something noticed',
    matches: key(','),
    run: () => stepNoticed(-1),
  },
];

/** All shortcuts, by the place where they count. */
export const KEYS: Readonly<Record<KeyPlace, readonly KeyBinding[]>> = {
  anywhere: EVERYWHERE,
  shoot: SHOOT_KEYS,
  looking: LOOK_KEYS,
  playing: PLAY_KEYS,
  sound: SOUND_KEYS,
  mend: MEND_KEYS,
  choosing: CHOICE_KEYS,
  poses: POSE_KEYS,
  cues: CUE_KEYS,
  tray: TRAY_KEYS,
  table: TABLE_KEYS,
};

/** The places whose keys count now, those that go first before. */
function placesNow(): readonly KeyPlace[] {
  const { stage } = shellNow();
  const { chosenCues } = selectionNow();
  const { keys, hasCues } = STAGE_VIEWS[stage];
  // Where cues are chosen the keys are theirs.
  return hasCues && chosenCues.size > 0 ? ['cues', ...keys()] : keys();
}

/** Keys that a focused control uses itself and that must not be taken from it. */
function belongsToControl(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null;
  if (!target) return false;
  // What had the focus in a dialog may be gone; the film behind it still gets no keys.
  if (document.querySelector('dialog:modal')) return true;
  const typed = 'input:not([type=radio], [type=color], [type=checkbox], [type=range])';
  if (target.closest(`${typed}, select, textarea, video`)) return true;
  const presses = event.key === ' ' || event.key === 'Enter';
  if (presses && target.closest('button, a, summary, label')) return true;
  const moves = event.key.startsWith('Arrow') || event.key === 'Home' || event.key === 'End';
  return target.matches('input') && (moves || (presses && !target.matches('[type=range]')));
}

/** The keys that count now. */
export const keysNow = (): readonly KeyBinding[] => placesNow().flatMap((place) => KEYS[place]);

/** Carries out what a key does on the workbench; gives whether it did anything. */
export function handleKey(event: KeyboardEvent): boolean {
  if (shellNow().phase !== 'open' || event.defaultPrevented || belongsToControl(event)) return false;
  if (key('Escape')(event) && leaveInnermost()) {
    event.preventDefault();
    return true;
  }
  const binding = keysNow().find((each) => each.matches(event));
  if (!binding) return false;
  event.preventDefault();
  binding.run(event);
  return true;
}

/** Ends what keys do for as long as they are held; whatever is held with them by then. */
export function releaseKey(event: KeyboardEvent): void {
  for (const { held } of Object.values(KEYS).flat()) {
    if (held?.key === event.key.toLowerCase()) held.release();
  }
}
