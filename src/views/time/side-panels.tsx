import { Tabs } from '../../kit/tabs';
import type { GuideChapter } from '../../state/shell/guide';
import { PANELS, setShell, type Panel, useShell } from '../../state/shell/shell';
import { FlagsPanel } from '../flags/flags-panel';
import { ChosenPanel } from './chosen-panel';
import { DonePanel } from './done-panel';

const PANEL_LABELS: Readonly<Record<Panel, string>> = { poses: 'Poses', flags: 'Flags', done: 'History' };

/** The tabs of what stands beside the picture. */
export function PanelTabs() {
  const panel = useShell((state) => state.panel);
  return (
    <Tabs
      label="Beside the picture"
      tabs={PANELS.map((each) => [each, PANEL_LABELS[each]])}
      chosen={panel}
      onChoose={(each) => setShell({ panel: each })}
    />
  );
}

const PANEL_CHAPTERS = { poses: 'poses', flags: 'flags', done: 'history' } as const satisfies Readonly<
  Record<Panel, GuideChapter>
>;

/** The chapter of the guide about what stands beside the picture. */
export const usePanelGuide = (): GuideChapter => PANEL_CHAPTERS[useShell((state) => state.panel)];

/** What stands beside the picture. */
export function SidePanels() {
  const panel = useShell((state) => state.panel);
  if (panel === 'flags') return <FlagsPanel />;
  return panel === 'done' ? <DonePanel /> : <ChosenPanel />;
}
