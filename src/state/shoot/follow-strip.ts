import { setShell, shellNow } from '../shell/shell';
import { zoomNow, zoomToAll } from '../transport/zoom';

/** Least width of a pose on the strip, in pixels, at which its picture is recognised. */
const MIN_POSE_WIDTH = 44;

/**
 * Zooms the strip in if it shows the whole film and a new pose of this hold, in frames, would be too narrow to be
 * recognised.
 */
export function showLastPose(hold: number): void {
  const { stage, zoom } = shellNow();
  if (stage !== 'shoot' || zoom !== undefined || zoomNow() * hold >= MIN_POSE_WIDTH) return;
  const shotZoom = MIN_POSE_WIDTH / hold;
  setShell({ zoom: shotZoom, shotZoom });
}

/** Shows the whole film on the strip again when Shoot is left; a zoom that the person chose stays. */
export function leaveLastPose(): void {
  const { zoom, shotZoom } = shellNow();
  if (shotZoom !== undefined && zoom === shotZoom) zoomToAll();
  setShell({ shotZoom: undefined });
}
