import { create } from 'zustand';
import { tell } from '../shell/shell';

/** The window of its own in which the picture stands, for a second screen; undefined where there is none. */
export const usePictureWindow = create<{ readonly view: Window | undefined }>(() => ({ view: undefined }));

const NAME = 'kermis-picture';
const SHAPE = 'popup,width=960,height=600';

/** Forgets the window: it was closed. */
function forget(): void {
  usePictureWindow.setState({ view: undefined });
}

/** Closes the window, where there is one. */
export function closePictureWindow(): void {
  usePictureWindow.getState().view?.close();
  forget();
}

/** Shows the picture in a window of its own too, or no longer. */
export function togglePictureWindow(): void {
  if (usePictureWindow.getState().view) return closePictureWindow();
  const view = window.open('', NAME, SHAPE);
  if (!view) {
    tell('The browser blocked the window. Allow pop-ups for this page, then try again.');
    return;
  }
  view.document.body.replaceChildren();
  view.addEventListener('pagehide', forget);
  usePictureWindow.setState({ view });
}
