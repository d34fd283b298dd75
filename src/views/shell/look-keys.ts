import { showWholePicture, togglePixels, zoomPicture } from '../../state/picture/picture-zoom';
import { toggleAlone, toggleFullScreen } from '../../state/shell/layout';
import { key, shifted, unshifted, type KeyBinding } from './key-binding';

/** Keys that look closer at the big picture, and give it more room. */
export const LOOK_KEYS: readonly KeyBinding[] = [
  {
    keys: 'Shift I',
    does: 'Look closer at the picture',
    matches: key('i', shifted),
    run: () => zoomPicture(1),
  },
  {
    keys: 'Shift O',
    does: 'Look at it from further away',
    matches: key('o', shifted),
    run: () => zoomPicture(-1),
  },
  { keys: '0', does: 'The whole picture', matches: key('0'), run: showWholePicture },
  {
    keys: 'Z',
    does: 'One pixel of the film for one of the screen, or the whole picture',
    matches: key('z', unshifted),
    run: togglePixels,
  },
  { keys: 'H', does: 'The picture alone, or all again', matches: key('h', unshifted), run: toggleAlone },
  {
    keys: 'U',
    does: 'The picture fills the screen, or no longer',
    matches: key('u', unshifted),
    run: () => void toggleFullScreen(),
  },
];
