import { leaveAlone, setNarrow, useLayout } from '../../state/shell/layout';

/** Narrower windows, in CSS pixels, have no room for panels beside the picture. */
const NARROW = '(max-width: 959px)';

/** Follows how wide the window is and whether it fills the screen; the function given back ends that. */
export function followWindow(): () => void {
  const query = matchMedia(NARROW);
  const width = (): void => setNarrow(query.matches);
  const screen = (): void => {
    // Left with the browser's own key.
    if (!document.fullscreenElement && useLayout.getState().alone) leaveAlone();
  };
  width();
  query.addEventListener('change', width);
  document.addEventListener('fullscreenchange', screen);
  return () => {
    query.removeEventListener('change', width);
    document.removeEventListener('fullscreenchange', screen);
  };
}
