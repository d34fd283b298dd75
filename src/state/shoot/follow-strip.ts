import { setShell, shellNow } from '../shell/shell';
import { zoomNow, zoomToAll } from '../transport/zoom';

/** A pose as wide as this on the strip, in pixels, can be told from its neighbours. */
const LEGIBLE = 44;

/** The zoom that was set here, not by the person. */
let own: number | undefined;

/** Comes so close to the strip that the pose that was just taken can be seen, where the whole film is shown and has become too long for that. */
export function showLastPose(hold: number): void {
  const { stage, zoom } = shellNow();
  if (stage !== 'shoot' || zoom !== undefined || zoomNow() * hold >= LEGIBLE) return;
  own = LEGIBLE / hold;
  setShell({ zoom: own });
}

/** Shows the whole film again as Shoot is left, unless the person chose another zoom meanwhile. */
export function leaveLastPose(): void {
  if (own !== undefined && shellNow().zoom === own) zoomToAll();
  own = undefined;
}
