import { useRef, useState, type ReactNode } from 'react';
import { Group, Panel } from 'react-resizable-panels';
import { Edge } from '../../kit/edge';
import { useFilm } from '../../state/document/document';
import { resetSide, setSideSize, useLayout } from '../../state/shell/layout';
import { useShell } from '../../state/shell/shell';
import { STAGE_FACTS } from '../../state/shell/stages';
import { Strip } from '../strip/strip';
import { stripParts } from '../strip/strip-parts';
import { stripHeights } from '../strip/strip-rows';
import { useHeight } from '../use-height';
import styles from './frame.module.css';
import { Rail } from './rail';
import { Sides } from './sides';
import { TallRoom } from './tall-frame';
import { useSizedPanel } from './use-sized-panel';

/** What stands around the picture above the strip, in CSS pixels: playing, and the space around it. */
const AROUND_PICTURE = 64;
/** Least height of the strip and of what is above it, in CSS pixels. */
const LOWEST = { strip: 84, stage: 120 };
/** Part of the height that the strip takes at most under a stage without the picture. */
const PART = 0.4;
const EDGE = 7;

interface WorkbenchProps {
  /** Whether the strip is shown in this stage at all. */
  readonly hasStrip: boolean;
  readonly children: ReactNode;
}

/** A stage over the strip. The strip takes what suits it, and leaves the picture half of the window; or as it was dragged. */
export function Workbench({ hasStrip, children }: WorkbenchProps) {
  const stage = useShell((state) => state.stage);
  const own = useLayout((state) => state.stages[stage]?.strip);
  const alone = useLayout((state) => state.alone);
  const wanted = useRef<HTMLDivElement>(null);
  const room = useHeight(wanted);
  const film = useFilm();
  const { tallPanel } = STAGE_FACTS[stage];
  const [tallRoom, setTallRoom] = useState<HTMLElement | null>(null);
  const shown = hasStrip && !alone && !own?.folded;

  const most = STAGE_FACTS[stage].hasPicture
    ? room - EDGE - AROUND_PICTURE - Math.ceil(innerHeight / 2)
    : room * PART;
  const suits = film ? Math.min(stripHeights(stripParts(film, stage)).suits, most) : 0;
  const height = Math.max(LOWEST.strip, Math.min(own?.size ?? suits, room - EDGE - LOWEST.stage));
  const strip = useSizedPanel(shown && room > 0 ? height : undefined);

  const keepHeight = (): void => {
    const pixels = strip.panelRef.current?.getSize().inPixels;
    if (pixels !== undefined) setSideSize(stage, 'strip', pixels);
  };
  const upright = (
    <div className={styles.bench}>
      <Group
        orientation="vertical"
        elementRef={wanted}
        resizeTargetMinimumSize={{ coarse: 24, fine: 10 }}
        onLayoutChanged={(_layout, { isUserInteraction }) => {
          // Once the panels have taken on their sizes.
          if (isUserInteraction) requestAnimationFrame(keepHeight);
        }}
      >
        <Panel id="stage" minSize={LOWEST.stage} className={styles.middle}>
          <TallRoom value={tallRoom ?? undefined}>{children}</TallRoom>
        </Panel>
        {shown && room > 0 && <Edge label="Height of the strip" onReset={() => resetSide(stage, 'strip')} />}
        {shown && room > 0 && (
          <Panel
            id="strip"
            {...strip}
            defaultSize={height}
            minSize={LOWEST.strip}
            groupResizeBehavior="preserve-pixel-size"
            className={styles.middle}
          >
            <Strip />
          </Panel>
        )}
      </Group>
      {hasStrip && !alone && own?.folded && <Rail side="strip" name="the strip" />}
    </div>
  );
  return (
    <Sides left={tallPanel && { ...tallPanel, panel: <div className={styles.middle} ref={setTallRoom} /> }}>
      {upright}
    </Sides>
  );
}
