import { usePinch } from '@use-gesture/react';
import { subscribeToTransport } from '../../state/transport/transport';
import { useEffect, useEffectEvent, useLayoutEffect, useRef, useState, type RefObject } from 'react';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { openFilm } from '../../state/document/document';
import { setShell, shellNow, useShell } from '../../state/shell/shell';
import { transportNow } from '../../state/transport/transport';
import { TAIL, zoomNow, zoomStrip, zoomStripBy } from '../../state/transport/zoom';
import { markOf } from './mark-of';

/** What is in sight is told in steps of so many pixels: the strip is drawn anew for each, not for every pixel. */
export const SIGHT_STEP = 160;

/** The part of the strip that is in sight, in pixels; its left side at the step before. */
export interface StripView {
  readonly left: number;
  readonly width: number;
}

const stepBefore = (left: number): number => Math.floor(left / SIGHT_STEP) * SIGHT_STEP;

/**
 * Frames after the playhead that stay in sight with it: in Shoot the rest of the pose on screen and the next
 * photo's hold.
 */
function roomAhead(frame: number): number {
  const film = openFilm();
  const here = shellNow().stage === 'shoot' && film && poseAt(scheduleOf(film), frame);
  return here ? here.end - frame + film.settings.defaultHold : 0;
}

/** Scrolling and zooming of the strip: what is in sight, around what it zooms, and the playhead kept in sight. */
export function useStripScroll(scroller: RefObject<HTMLDivElement | null>, zoom: number): StripView {
  const [view, setView] = useState<StripView>({ left: 0, width: 0 });
  const zoomFrom = useShell((state) => state.zoomFrom);
  const isWhole = useShell((state) => state.zoom === undefined);
  // Where the strip is scrolled to once it is drawn with the next zoom, where that was settled with the zoom itself.
  const aim = useRef<number>(undefined);
  const zoomBefore = useRef(zoom);
  // Where it was scrolled to before it was drawn with another zoom: by then it may have become too short for that.
  const leftBefore = useRef(0);

  const measure = useEffectEvent((): void => {
    const element = scroller.current;
    if (!element) return;
    const { scrollLeft, clientWidth: width } = element;
    const left = stepBefore(scrollLeft);
    leftBefore.current = scrollLeft;
    setView((before) => (before.left === left && before.width === width ? before : { left, width }));
    if (shellNow().stripWidth !== width) setShell({ stripWidth: width });
  });
  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return undefined;
    measure();
    const listen = (): void => measure();
    const observer = new ResizeObserver(listen);
    observer.observe(element);
    element.addEventListener('scroll', listen, { passive: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', listen);
    };
  }, [scroller]);

  // Around the pointer, the start of what is shown as large as it goes, or else the playhead: it stays where it is on
  // screen, or comes to the middle.
  useLayoutEffect(() => {
    const element = scroller.current;
    const before = zoomBefore.current;
    const aimed = aim.current;
    zoomBefore.current = zoom;
    aim.current = undefined;
    if (!element) return;
    if (isWhole) element.scrollLeft = 0;
    else if (zoomFrom !== undefined) {
      element.scrollLeft = zoomFrom * zoom - TAIL / 2;
      setShell({ zoomFrom: undefined });
    } else if (aimed !== undefined) element.scrollLeft = aimed;
    else if (before !== zoom) {
      const { frame } = transportNow();
      const x = frame * before - leftBefore.current;
      const inside = x >= 0 && x <= element.clientWidth ? x : element.clientWidth / 2;
      element.scrollLeft = frame * zoom - inside;
    }
    // At once, not when the browser tells of the scrolling: poses in sight would be missing until then.
    measure();
  }, [scroller, zoom, zoomFrom, isWhole]);

  const zoomAround = (element: HTMLElement, clientX: number, zoomIt: () => void): void => {
    const x = clientX - element.getBoundingClientRect().left;
    const around = (x + (aim.current ?? element.scrollLeft)) / zoom;
    zoomIt();
    const next = zoomNow();
    if (next === zoom) return;
    // What will be in sight is known before it is drawn: so it need not be drawn twice.
    const left = Math.max(0, around * next - x);
    aim.current = left;
    setView((seen) => ({ ...seen, left: stepBefore(left) }));
  };

  // Two fingers that part come closer to what lies between them.
  usePinch(
    ({ origin: [x], offset: [now], memo, first, lastOffset: [before], event }) => {
      // A wheel with ctrl comes as one, and is dealt with below.
      if (event instanceof WheelEvent) return undefined;
      const last = first ? before : ((memo as number | undefined) ?? before);
      if (scroller.current) zoomAround(scroller.current, x, () => zoomStripBy(now / last));
      return now;
    },
    { target: scroller, eventOptions: { passive: false }, scaleBounds: { min: 1e-6, max: 1e6 } },
  );

  // The wheel with ctrl zooms around the pointer, without it moves along the film.
  const wheel = useEffectEvent((element: HTMLElement, event: WheelEvent) => {
    if (event.ctrlKey || event.metaKey) {
      event.preventDefault();
      zoomAround(element, event.clientX, () => zoomStrip(event.deltaY < 0 ? 1 : -1));
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

  // The playhead stays in sight where it moves: a page at a time while playing, at once when stepping. Zooming may leave
  // it behind.
  const follow = useEffectEvent((): void => {
    const element = scroller.current;
    if (!element) return;
    const { frame, playing } = transportNow();
    const x = markOf(frame, zoom);
    const ahead = roomAhead(frame) * zoom;
    if (x >= element.scrollLeft && x + ahead <= element.scrollLeft + element.clientWidth) return;
    const before = ahead > 0 ? element.clientWidth - ahead : element.clientWidth / 2;
    element.scrollLeft = playing ? x - 40 : x - before;
  });
  useEffect(() => {
    follow();
    return subscribeToTransport((now, before) => {
      if (now.frame !== before.frame && shellNow().zoomFrom === undefined) follow();
    });
  }, []);

  return view;
}
