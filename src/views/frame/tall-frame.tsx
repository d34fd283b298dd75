import { createContext, useContext, type ReactNode } from 'react';
import { createPortal } from 'react-dom';
import { STAGE_FACTS } from '../../state/shell/stages';
import { useShell } from '../../state/shell/shell';
import { SidePanel } from './side-panel';

/** The room beside the strip, given by the workbench; undefined while the panel there is folded away. */
export const TallRoom = createContext<HTMLElement | undefined>(undefined);

interface TallFrameProps {
  /** Over the panel: a heading or tabs. */
  readonly head: ReactNode;
  readonly body: ReactNode;
  readonly children: ReactNode;
}

/** A stage with one panel that runs down the whole side of the window, beside the strip: see `tallPanel` of `StageFacts`. */
export function TallFrame({ head, body, children }: TallFrameProps) {
  const room = useContext(TallRoom);
  const name = useShell((state) => STAGE_FACTS[state.stage].tallPanel?.name ?? '');
  return (
    <>
      {room && createPortal(<SidePanel side="left" content={{ name, head, body }} />, room)}
      {children}
    </>
  );
}
