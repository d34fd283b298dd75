import { PANELS, setShell, type Panel, useShell } from '../../state/shell/shell';
import { FlagsPanel } from '../flags/flags-panel';
import { ChosenPanel } from './chosen-panel';
import { DonePanel } from './done-panel';
import styles from './time.module.css';

const PANEL_LABELS: Readonly<Record<Panel, string>> = { poses: 'Poses', flags: 'Flags', done: 'Done' };

/** The tabs of what stands beside the picture. */
export function PanelTabs() {
  const panel = useShell((state) => state.panel);
  return (
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
  );
}

/** What stands beside the picture. */
export function SidePanels() {
  const panel = useShell((state) => state.panel);
  if (panel === 'flags') return <FlagsPanel />;
  return panel === 'done' ? <DonePanel /> : <ChosenPanel />;
}
