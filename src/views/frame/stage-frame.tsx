import type { ReactNode } from 'react';
import { SidePanel, type SideContent } from './side-panel';
import { Sides, type SideBox } from './sides';

interface StageFrameProps {
  readonly left: SideContent & { readonly width: number };
  readonly right?: SideContent & { readonly width: number };
  readonly children: ReactNode;
}

/** A stage over the strip: panels at its sides, and between them what it is about. */
export function StageFrame({ left, right, children }: StageFrameProps) {
  const box = (side: 'left' | 'right', { width, ...content }: StageFrameProps['left']): SideBox => ({
    name: content.name,
    width,
    panel: <SidePanel side={side} content={content} />,
  });
  return (
    <Sides left={box('left', left)} right={right && box('right', right)}>
      {children}
    </Sides>
  );
}
