import type { ReactNode } from 'react';
import { Group, Panel } from 'react-resizable-panels';
import { Edge } from '../../kit/edge';
import { resetSide, setSideSize, useLayout, type Side } from '../../state/shell/layout';
import { useShell } from '../../state/shell/shell';
import styles from './frame.module.css';
import { Rail } from './rail';
import { useSizedPanel } from './use-sized-panel';
import { SidePanel, type SideContent } from './side-panel';

interface StageFrameProps {
  readonly left: SideContent;
  readonly right?: SideContent;
  readonly children: ReactNode;
}

/** Narrowest panels and the least room between them, in CSS pixels. */
const NARROWEST = 172;
const WIDEST = 520;
const MIDDLE = 360;

/** A stage: panels at the sides, sized by their edges and folded by key, and between them what it is about. */
export function StageFrame({ left, right, children }: StageFrameProps) {
  const stage = useShell((state) => state.stage);
  const { narrow, alone, drawer, stages } = useLayout();
  const stands = (side: Side): boolean => !narrow && !alone && !stages[stage]?.[side]?.folded;
  const railed = (side: Side): boolean => !alone && !stands(side);
  const sizeOf = (side: 'left' | 'right', content: SideContent): number =>
    stages[stage]?.[side]?.size ?? content.width;
  const leftPanel = useSizedPanel(stands('left') ? sizeOf('left', left) : undefined);
  const rightPanel = useSizedPanel(right && stands('right') ? sizeOf('right', right) : undefined);
  const panels = { left: leftPanel, right: rightPanel };
  const edge = (side: Side, { name }: SideContent): ReactNode =>
    stands(side) && <Edge label={`Width of ${name}`} onReset={() => resetSide(stage, side)} />;
  const panel = (side: 'left' | 'right', content: SideContent): ReactNode =>
    stands(side) && (
      <Panel
        id={side}
        {...panels[side]}
        defaultSize={sizeOf(side, content)}
        minSize={NARROWEST}
        maxSize={WIDEST}
        groupResizeBehavior="preserve-pixel-size"
      >
        <SidePanel side={side} content={content} />
      </Panel>
    );
  const keepSizes = (): void => {
    for (const side of ['left', 'right'] as const) {
      const pixels = panels[side].panelRef.current?.getSize().inPixels;
      if (pixels !== undefined && stands(side)) setSideSize(stage, side, pixels);
    }
  };
  return (
    <div className={styles.stage}>
      {railed('left') && <Rail side="left" name={left.name} />}
      <Group
        className={styles.group}
        onLayoutChanged={(_layout, { isUserInteraction }) => {
          // Once the panels have taken on their sizes.
          if (isUserInteraction) requestAnimationFrame(keepSizes);
        }}
        resizeTargetMinimumSize={{ coarse: 24, fine: 10 }}
      >
        {panel('left', left)}
        {edge('left', left)}
        <Panel id="middle" minSize={MIDDLE} className={styles.middle}>
          {children}
        </Panel>
        {right && edge('right', right)}
        {right && panel('right', right)}
      </Group>
      {right && railed('right') && <Rail side="right" name={right.name} />}
      {narrow && drawer === 'left' && (
        <div className={styles.drawer} data-side="left">
          <SidePanel side="left" content={left} />
        </div>
      )}
      {narrow && right && drawer === 'right' && (
        <div className={styles.drawer} data-side="right">
          <SidePanel side="right" content={right} />
        </div>
      )}
    </div>
  );
}
