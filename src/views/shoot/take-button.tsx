import { press, useTake } from '../../state/shoot/take';
import { useCamera } from '../../state/shoot/camera';
import { useDocument } from '../../state/document/document';
import styles from './shoot.module.css';

/** The button: takes a photo, opens the camera, or stops what goes by itself. */
export function TakeButton() {
  const { doing, storing, left, taken } = useTake();
  const camera = useCamera((state) => state.doing);
  const canWrite = useDocument((state) => state.canWrite);
  const state = doing === 'ready' ? (storing > 0 ? 'storing' : 'ready') : doing;
  const label = doing !== 'ready' ? 'Stop' : camera === 'open' ? 'Take a photo' : 'Open the camera';
  return (
    <button
      type="button"
      className={styles.take}
      data-testid="take"
      data-state={camera === 'open' ? state : camera}
      data-taken={taken}
      aria-label={label}
      data-tip={`${label} (Enter)`}
      disabled={!canWrite || camera === 'opening'}
      // As it goes down: a browser makes no click of a tap that comes soon after a drag.
      onPointerDown={(event) => {
        if (event.button === 0) void press();
      }}
      // By a key, or by what reads the screen.
      onClick={(event) => {
        if (event.detail === 0) void press();
      }}
    >
      {doing === 'counting' || (doing === 'running' && left > 0) ? (
        <strong aria-hidden>{left}</strong>
      ) : doing === 'running' ? (
        'Stop'
      ) : camera === 'open' ? (
        'Take'
      ) : (
        'Open'
      )}
    </button>
  );
}
