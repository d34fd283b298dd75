import { useLayoutEffect, useRef, type RefObject } from 'react';
import { usePanelRef, type PanelImperativeHandle } from 'react-resizable-panels';

/** What a panel is given to have a size. */
interface SizedPanel {
  readonly panelRef: RefObject<PanelImperativeHandle | null>;
  readonly onResize: () => void;
}

/** Keeps a panel at a size in CSS pixels, as that changes; undefined where the panel is not shown. */
export function useSizedPanel(size: number | undefined): SizedPanel {
  const panelRef = usePanelRef();
  // A panel can be resized once its group has taken it in, with the size that it begins with.
  const isIn = useRef(false);
  useLayoutEffect(() => {
    if (size === undefined) isIn.current = false;
    else if (isIn.current) panelRef.current?.resize(size);
  }, [panelRef, size]);
  return {
    panelRef,
    onResize: () => {
      isIn.current = true;
    },
  };
}
