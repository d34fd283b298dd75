import { useLayoutEffect, useState, type RefObject } from 'react';
import type { Rect, Size } from '../../core/picture/size';
import { moveZoomed, wholeScale, zoomBy, zoomedArea, zoomTo, type Zoom } from '../../core/picture/zoom';
import { useLookCloser } from './use-look-closer';

/** A picture that is looked at more closely by itself, in CSS pixels. */
export interface OwnZoom {
  readonly zoom: Zoom | undefined;
  /** Where it lies in its box. */
  readonly area: Rect;
  /** A step nearer (1) or further away (−1). */
  readonly step: (direction: 1 | -1) => void;
  readonly showWhole: () => void;
  /** One of its pixels for one of the screen, or the whole of it again. */
  readonly togglePixels: () => void;
}

const STEP = 1.5;

/** Looks closer at a picture of a size in the box of an element, by wheel, pinch and drag, and by what is given back. */
export function useOwnZoom(box: RefObject<HTMLElement | null>, picture: Size): OwnZoom {
  const [zoom, setZoom] = useState<Zoom>();
  const [room, setRoom] = useState<Rect>({ x: 0, y: 0, width: 1, height: 1 });
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return undefined;
    const measure = (): void =>
      setRoom({
        x: 0,
        y: 0,
        width: Math.max(1, element.clientWidth),
        height: Math.max(1, element.clientHeight),
      });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, [box]);
  useLookCloser(box, {
    onZoom: (times, at) => setZoom((before) => zoomBy(room, picture, before, times, at)),
    onMove: (by) => setZoom((before) => moveZoomed(room, picture, before, by)),
  });
  // One pixel for one is of the screen's, of which a CSS pixel may have several.
  const one = 1 / devicePixelRatio;
  return {
    zoom,
    area: zoomedArea(room, picture, zoom),
    step: (direction) =>
      setZoom((before) => zoomBy(room, picture, before, direction === 1 ? STEP : 1 / STEP)),
    showWhole: () => setZoom(undefined),
    togglePixels: () =>
      setZoom((before) =>
        before?.scale === one || wholeScale(room, picture) >= one
          ? undefined
          : zoomTo(room, picture, before, one),
      ),
  };
}
