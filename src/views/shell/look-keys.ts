import { showWholePicture, togglePixels, zoomPicture } from '../../state/picture/picture-zoom';
import { toggleAlone, toggleFullScreen } from '../../state/shell/layout';
import { key, shifted, unshifted, type KeyBinding } from './key-binding';

/** Keys that look closer at the big picture, and give it more room. */
export const LOOK_KEYS: readonly KeyBinding[] = [
  {
    keys: 'Shift I',
    does: 'Zoom in on the picture',
    mainly: 'zoom magnify',
    also: 'closer larger bigger',
    matches: key('i', shifted),
    run: () => zoomPicture(1),
  },
  {
    keys: 'Shift O',
    does: 'Zoom out of the picture',
    mainly: 'zoom out',
    also: 'smaller',
    matches: key('o', shifted),
    run: () => zoomPicture(-1),
  },
  { keys: '0', does: 'Show the whole picture', matches: key('0'), run: showWholePicture },
  {
    keys: 'Z',
    does: '1:1 (one pixel of the film for one of the screen) on or off',
    matches: key('z', unshifted),
    run: togglePixels,
  },
  { keys: 'H', does: 'Picture alone on or off', matches: key('h', unshifted), run: toggleAlone },
  {
    keys: 'U',
    does: 'Full screen on or off',
    mainly: 'full screen fullscreen',
    matches: key('u', unshifted),
    run: () => void toggleFullScreen(),
  },
];
