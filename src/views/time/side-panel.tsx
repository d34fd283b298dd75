import { PANELS, setShell, type Panel, useShell } from '../../state/shell/shell';
import { FlagsPanel } from '../flags/flags-panel';
import { ChosenPanel } from './chosen-panel';
import { DonePanel } from './done-panel';
import styles from './time.module.css';

const PANEL_LABELS: Readonly<Record<Panel, string>> = { poses: 'Poses', flags: 'Flags', done: 'Done' };

/** What stands beside the picture. */
export function SidePanel() {
  const panel = useShell((state) => state.panel);
  return (
    <div className={styles.side}>
      <div className={styles.tabs} role="group" aria-label="Beside the picture">
        {PANELS.map((each) => (
          <button
            key={each}
            type="button"
            aria-pressed={each === panel}
            onClick={() => setShell({ panel: each })}
          >
            {PANEL_LABELS[each]}
          </button>
        ))}
      </div>
      {panel === 'poses' && <ChosenPanel />}
      {panel === 'flags' && <FlagsPanel />}
      {panel === 'done' && <DonePanel />}
    </div>
  );
}
