import { useGesture } from '@use-gesture/react';
import type { RefObject } from 'react';
import type { Point } from '../../core/picture/zoom';

/** What a hand does to a picture to look at it more closely. */
interface LookCloser {
  /** So many times as near, around a place. */
  readonly onZoom: (times: number, at: Point) => void;
  /** By so much, from a place. */
  readonly onMove: (by: Point, at: Point) => void;
}

/** Times as near for each pixel that the wheel is turned. */
const A_PIXEL = 1.0025;
/** The wheel is turned no further at once, in pixels: some turn by hundreds. */
const MOST = 160;

/** Whether something on the picture is dragged itself. */
const isHandle = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest('button, [role="slider"]') !== null;

/**
 * Wheel and pinch on a picture and whatever lies on it, and dragging the picture itself; places and ways in CSS pixels from its top
 * left.
 */
export function useLookCloser(target: RefObject<HTMLElement | null>, { onZoom, onMove }: LookCloser): void {
  const placeOf = (x: number, y: number): Point => {
    const box = target.current?.getBoundingClientRect();
    return { x: x - (box?.left ?? 0), y: y - (box?.top ?? 0) };
  };
  useGesture(
    {
      onWheel: ({ event, delta: [, down], pinching }) => {
        event.preventDefault();
        if (pinching || event.ctrlKey) return;
        const turned = Math.min(MOST, Math.max(-MOST, down));
        onZoom(A_PIXEL ** -turned, placeOf(event.clientX, event.clientY));
      },
      onPinch: ({ event, origin: [x, y], offset: [now], lastOffset: [before], memo, first }) => {
        event.preventDefault();
        const last = first ? before : ((memo as number | undefined) ?? before);
        onZoom(now / last, placeOf(x, y));
        return now;
      },
      onDrag: ({ delta: [x, y], xy, pinching, cancel, event }) => {
        if (pinching || isHandle(event.target)) return cancel();
        onMove({ x, y }, placeOf(...xy));
      },
    },
    {
      target,
      eventOptions: { passive: false },
      drag: { filterTaps: true, pointer: { keys: false } },
      pinch: { scaleBounds: { min: 1e-6, max: 1e6 } },
    },
  );
}
