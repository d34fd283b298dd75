import {
  chooseAllPhotos,
  chooseNoPhotos,
  lookAtActive,
  moveInTray,
  shownPhotos,
  toggleActive,
  useTray,
} from '../../state/photos/tray';
import {
  MIRRORED,
  QUARTER_LEFT,
  QUARTER_RIGHT,
  setPhotosAside,
  turnPhotos,
} from '../../state/photos/use-photos';
import { deleteKey, key, plain, shifted, unshifted, withControl, type KeyBinding } from './key-binding';

const STEPS: Readonly<Record<string, () => number>> = {
  ArrowRight: () => 1,
  ArrowLeft: () => -1,
  ArrowDown: () => useTray.getState().columns,
  ArrowUp: () => -useTray.getState().columns,
  Home: () => -shownPhotos().length,
  End: () => shownPhotos().length,
};

const step = (event: KeyboardEvent, mode: 'only' | 'range'): void =>
  moveInTray(STEPS[event.key]?.() ?? 0, mode);

/** Keys of stage Sort, over the tray. */
export const TRAY_KEYS: readonly KeyBinding[] = [
  {
    keys: '← → ↑ ↓',
    does: 'To the next photo',
    matches: (event) => unshifted(event) && event.key in STEPS,
    run: (event) => step(event, 'only'),
  },
  {
    keys: 'Shift ← → ↑ ↓',
    does: 'Choose up to the next photo',
    matches: (event) => shifted(event) && event.key in STEPS,
    run: (event) => step(event, 'range'),
  },
  { keys: 'Space', does: 'Choose this photo, or unchoose it', matches: key(' ', plain), run: toggleActive },
  { keys: 'Enter', does: 'Show it large', matches: key('Enter'), run: lookAtActive },
  { keys: 'Ctrl A', does: 'Choose all photos shown', matches: key('a', withControl), run: chooseAllPhotos },
  { keys: 'Escape', does: 'Choose no photo', matches: key('Escape'), run: chooseNoPhotos },
  {
    keys: 'R',
    does: 'Turn the photo to the right',
    mainly: 'rotate turn',
    matches: key('r', unshifted),
    run: () => turnPhotos(QUARTER_RIGHT),
  },
  {
    keys: 'Shift R',
    does: 'Turn the photo to the left',
    mainly: 'rotate left',
    matches: key('r', shifted),
    run: () => turnPhotos(QUARTER_LEFT),
  },
  {
    keys: 'M',
    does: 'Mirror the photo',
    mainly: 'flip mirror',
    matches: key('m', unshifted),
    run: () => turnPhotos(MIRRORED),
  },
  { keys: 'Delete', does: 'Set aside', matches: deleteKey, run: setPhotosAside },
];
