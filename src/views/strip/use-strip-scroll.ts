import { useEffect, useEffectEvent, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { setWorkbench, useWorkbench, workbench } from '../../state/workbench';
import { zoomOf, zoomStrip } from '../../state/zoom';

/** What is in sight is told in steps of so many pixels: the strip is drawn anew for each, not for every pixel. */
export const SIGHT_STEP = 160;

/** The part of the strip that is in sight, in pixels; its left side at the step before. */
export interface StripView {
  readonly left: number;
  readonly width: number;
}

/** Scrolling and zooming of the strip: what is in sight, around what it zooms, and the playhead kept in sight. */
export function useStripScroll(scroller: RefObject<HTMLDivElement | null>, zoom: number): StripView {
  const [view, setView] = useState<StripView>({ left: 0, width: 0 });
  // The frame that stays where it is on screen through a zoom; the playhead where there is none.
  const anchor = useRef<number>(undefined);
  const zoomBefore = useRef(zoom);

  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return undefined;
    const measure = (): void => {
      const { scrollLeft, clientWidth: width } = element;
      const left = Math.floor(scrollLeft / SIGHT_STEP) * SIGHT_STEP;
      setView((before) => (before.left === left && before.width === width ? before : { left, width }));
      if (workbench().stripWidth !== width) setWorkbench({ stripWidth: width });
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    element.addEventListener('scroll', measure, { passive: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', measure);
    };
  }, [scroller]);

  useLayoutEffect(() => {
    const element = scroller.current;
    const around = anchor.current ?? workbench().frame;
    const x = around * zoomBefore.current - (element?.scrollLeft ?? 0);
    zoomBefore.current = zoom;
    anchor.current = undefined;
    if (!element) return;
    const inside = x >= 0 && x <= element.clientWidth ? x : element.clientWidth / 2;
    element.scrollLeft = around * zoom - inside;
  }, [scroller, zoom]);

  // The wheel with ctrl zooms around the pointer, without it moves along the film.
  const wheel = useEffectEvent((element: HTMLElement, event: WheelEvent) => {
    if (event.ctrlKey || event.metaKey) {
      event.preventDefault();
      const x = event.clientX - element.getBoundingClientRect().left + element.scrollLeft;
      anchor.current = x / zoom;
      zoomStrip(event.deltaY < 0 ? 1 : -1);
      // At either end nothing moves, and the next zoom has an anchor of its own.
      if (zoomOf(workbench()) === zoom) anchor.current = undefined;
    } else if (event.deltaX === 0 && event.deltaY !== 0) {
      event.preventDefault();
      element.scrollLeft += event.deltaY;
    }
  });
  useEffect(() => {
    const element = scroller.current;
    if (!element) return undefined;
    // React's own wheel events cannot be prevented.
    const listen = (event: WheelEvent): void => wheel(element, event);
    element.addEventListener('wheel', listen, { passive: false });
    return () => element.removeEventListener('wheel', listen);
  }, [scroller]);

  // The playhead stays in sight: a page at a time while playing, at once when stepping.
  useEffect(() => {
    const follow = ({ frame, playing }: { frame: number; playing: boolean }): void => {
      const element = scroller.current;
      if (!element) return;
      const x = (frame + 0.5) * zoom;
      if (x >= element.scrollLeft && x <= element.scrollLeft + element.clientWidth) return;
      element.scrollLeft = playing ? x - 40 : x - element.clientWidth / 2;
    };
    follow(workbench());
    return useWorkbench.subscribe((state, before) => {
      if (state.frame !== before.frame) follow(state);
    });
  }, [scroller, zoom]);

  return view;
}
