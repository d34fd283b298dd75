import type { ReactNode } from 'react';
import { Group, Panel } from 'react-resizable-panels';
import { Edge } from '../../kit/edge';
import { resetSide, setSideSize, useLayout } from '../../state/shell/layout';
import { useShell } from '../../state/shell/shell';
import styles from './frame.module.css';
import { Rail } from './rail';
import { useSizedPanel } from './use-sized-panel';

/** A panel at a side that can be folded away. */
export interface SideBox {
  /** What it is called, such as `Scenes`. */
  readonly name: string;
  /** Its width in CSS pixels, until a person drags it to another. */
  readonly width: number;
  readonly panel: ReactNode;
}

interface SidesProps {
  readonly left?: SideBox | undefined;
  readonly right?: SideBox | undefined;
  readonly children: ReactNode;
}

/** Narrowest panels and the least room between them, in CSS pixels. */
const NARROWEST = 172;
const WIDEST = 520;
const MIDDLE = 360;

/** Content between up to two side panels, which are sized by their edges and folded by key. */
export function Sides({ left, right, children }: SidesProps) {
  const stage = useShell((state) => state.stage);
  const { narrow, alone, drawer, stages } = useLayout();
  const boxes = { left, right };
  const stands = (side: 'left' | 'right'): boolean =>
    boxes[side] !== undefined && !narrow && !alone && !stages[stage]?.[side]?.folded;
  const sizeOf = (side: 'left' | 'right', width: number): number => stages[stage]?.[side]?.size ?? width;
  const leftPanel = useSizedPanel(left && stands('left') ? sizeOf('left', left.width) : undefined);
  const rightPanel = useSizedPanel(right && stands('right') ? sizeOf('right', right.width) : undefined);
  const sized = { left: leftPanel, right: rightPanel };
  const edge = (side: 'left' | 'right', box: SideBox | undefined): ReactNode =>
    box && stands(side) && <Edge label={`Width of ${box.name}`} onReset={() => resetSide(stage, side)} />;
  const panel = (side: 'left' | 'right', box: SideBox | undefined): ReactNode =>
    box &&
    stands(side) && (
      <Panel
        id={side}
        {...sized[side]}
        defaultSize={sizeOf(side, box.width)}
        minSize={NARROWEST}
        maxSize={WIDEST}
        groupResizeBehavior="preserve-pixel-size"
      >
        {box.panel}
      </Panel>
    );
  const rail = (side: 'left' | 'right', box: SideBox | undefined): ReactNode =>
    box && !alone && !stands(side) && <Rail side={side} name={box.name} />;
  const overIt = (side: 'left' | 'right', box: SideBox | undefined): ReactNode =>
    box &&
    narrow &&
    drawer === side && (
      <div className={styles.drawer} data-side={side}>
        {box.panel}
      </div>
    );
  const keepSizes = (): void => {
    for (const side of ['left', 'right'] as const) {
      const pixels = sized[side].panelRef.current?.getSize().inPixels;
      if (pixels !== undefined && stands(side)) setSideSize(stage, side, pixels);
    }
  };
  return (
    <div className={styles.stage}>
      {rail('left', left)}
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
        {edge('right', right)}
        {panel('right', right)}
      </Group>
      {rail('right', right)}
      {overIt('left', left)}
      {overIt('right', right)}
    </div>
  );
}
