import { createContext, useContext, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import type { GuideChapter } from '../../state/shell/guide';
import { STAGE_FACTS } from '../../state/shell/stages';
import { useShell } from '../../state/shell/shell';
import { SidePanel } from './side-panel';

/** Element that the tall panel is rendered into, owned by the workbench; undefined while the panel is folded away. */
export const TallRoom = createContext<HTMLElement | undefined>(undefined);

interface TallFrameProps {
  /** Over the panel: a heading or tabs. */
  readonly head: ReactNode;
  readonly body: ReactNode;
  /** The chapter of the guide about it. */
  readonly guide: GuideChapter;
  readonly children: ReactNode;
}

/** A stage with one panel at the left that is as high as stage and strip together: `tallPanel` of `StageFacts`. */
export function TallFrame({ head, body, guide, children }: TallFrameProps) {
  const room = useContext(TallRoom);
  const name = useShell((state) => STAGE_FACTS[state.stage].tallPanel?.name ?? '');
  return (
    <>
      {room && createPortal(<SidePanel side="left" content={{ name, head, body, guide }} />, room)}
      {children}
    </>
  );
}
