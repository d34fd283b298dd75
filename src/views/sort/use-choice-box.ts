import { useRef, useState, type PointerEvent, type RefObject } from 'react';
import type { Photo } from '../../core/film/film';
import { choosePhotos, useTray } from '../../state/photos/tray';
import type { TrayLayout } from './tray-layout';

interface Box {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

interface ChoiceBoxOptions {
  readonly scroller: RefObject<HTMLDivElement | null>;
  readonly photos: readonly Photo[];
  readonly columns: number;
  readonly layout: TrayLayout;
}

/** A pointer that moved less than this, in pixels, clicked. */
const CLICK = 5;
/** So near to an edge, in pixels, the tray scrolls along. */
const EDGE = 28;

/** Photos whose cards a box touches, in pixels of the tray's content. */
function photosIn(box: Box, width: number, { photos, columns, layout }: ChoiceBoxOptions): string[] {
  const { margin, gap, height, pitch } = layout;
  const cell = (width - 2 * margin + gap) / columns;
  const firstRow = Math.max(0, Math.floor((box.top - margin) / pitch));
  const lastRow = Math.floor((box.top + box.height - margin) / pitch);
  const ids: string[] = [];
  for (let row = firstRow; row <= lastRow; row++) {
    const top = margin + row * pitch;
    if (top + height < box.top) continue;
    for (let column = 0; column < columns; column++) {
      const left = margin + column * cell;
      if (left > box.left + box.width || left + cell - gap < box.left) continue;
      const photo = photos[row * columns + column];
      if (photo) ids.push(photo.id);
    }
  }
  return ids;
}

/** A box drawn with the mouse chooses the photos it touches; with shift or ctrl, besides those chosen before. */
export function useChoiceBox(options: ChoiceBoxOptions): {
  readonly rect: Box | undefined;
  readonly handlers: Readonly<
    Record<
      'onPointerDown' | 'onPointerMove' | 'onPointerUp' | 'onPointerCancel',
      (event: PointerEvent<HTMLElement>) => void
    >
  >;
  /** Whether the click that is being handled ended a box. */
  readonly justDrawn: () => boolean;
} {
  const [rect, setRect] = useState<Box>();
  const start = useRef<{ x: number; y: number; before: ReadonlySet<string> }>(undefined);
  const drawn = useRef(false);

  /** The pointer's place in the tray's content. */
  const placeOf = (event: PointerEvent, element: HTMLElement): { x: number; y: number } => {
    const bounds = element.getBoundingClientRect();
    return {
      x: event.clientX - bounds.left + element.scrollLeft,
      y: event.clientY - bounds.top + element.scrollTop,
    };
  };

  const move = (event: PointerEvent<HTMLElement>): void => {
    const element = options.scroller.current;
    const from = start.current;
    if (!from || !element) return;
    const at = placeOf(event, element);
    if (!drawn.current && Math.hypot(at.x - from.x, at.y - from.y) < CLICK) return;
    if (!drawn.current) element.setPointerCapture(event.pointerId);
    drawn.current = true;
    const bounds = element.getBoundingClientRect();
    if (event.clientY > bounds.bottom - EDGE) element.scrollTop += EDGE;
    if (event.clientY < bounds.top + EDGE) element.scrollTop -= EDGE;
    const box = {
      left: Math.min(from.x, at.x),
      top: Math.min(from.y, at.y),
      width: Math.abs(at.x - from.x),
      height: Math.abs(at.y - from.y),
    };
    setRect(box);
    choosePhotos([...from.before, ...photosIn(box, element.clientWidth, options)]);
  };

  const end = (): void => {
    start.current = undefined;
    setRect(undefined);
  };

  return {
    rect,
    handlers: {
      onPointerDown: (event) => {
        const element = options.scroller.current;
        drawn.current = false;
        // A finger scrolls; only what is beside the scroll bar draws.
        if (!element || event.button !== 0 || event.pointerType === 'touch') return;
        const at = placeOf(event, element);
        if (at.x - element.scrollLeft > element.clientWidth) return;
        if ((event.target as HTMLElement).closest('[draggable=true]')) return;
        const adds = event.shiftKey || event.ctrlKey || event.metaKey;
        start.current = { ...at, before: adds ? useTray.getState().chosen : new Set() };
      },
      onPointerMove: move,
      onPointerUp: end,
      onPointerCancel: end,
    },
    justDrawn: () => drawn.current,
  };
}
