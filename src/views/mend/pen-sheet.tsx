import { useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { movePicture, usePictureZoom } from '../../state/picture/picture-zoom';
import styles from './pen-sheet.module.css';

/** A place of the canvas under the sheet, in its pixels, and how hard the pen was pressed there, 0 to 1. */
export interface PenPlace {
  readonly x: number;
  readonly y: number;
  readonly pressure: number;
}

/** How far a brush was dragged to another size since the button went down, in pixels of the screen. */
export interface SizeDrag {
  readonly right: number;
  readonly down: number;
}

interface PenSheetProps {
  readonly label: string;
  /** Things are chosen on it, not drawn. */
  readonly choosing?: boolean;
  readonly onBegin: (place: PenPlace, event: PointerEvent) => void;
  /** All places that the pen went through since the last time. */
  readonly onGo: (places: readonly PenPlace[], event: PointerEvent) => void;
  readonly onEnd: (event: PointerEvent) => void;
  /** A second finger came down: what the first has begun was not meant. */
  readonly onDrop: () => void;
  /** Where the pointer is, whether it is down or not; undefined where it left. */
  readonly onHover?: (place: PenPlace | undefined, event: PointerEvent) => void;
  /** Dragging with the right button begins, and goes on. */
  readonly onSizeBegin?: () => void;
  readonly onSize?: (drag: SizeDrag) => void;
  readonly onKeyDown?: (event: KeyboardEvent) => void;
}

type Hold =
  | { readonly does: 'pen' }
  | { readonly does: 'look'; last: PenPlace }
  | { readonly does: 'size'; readonly x: number; readonly y: number };

function placeOf(event: PointerEvent | globalThis.PointerEvent, sheet: Element): PenPlace {
  const box = sheet.getBoundingClientRect();
  return {
    x: (event.clientX - box.left) * devicePixelRatio,
    y: (event.clientY - box.top) * devicePixelRatio,
    // A pen presses, a mouse and a finger do not.
    pressure: event.pointerType === 'pen' ? Math.max(0.05, event.pressure) : 1,
  };
}

/** A sheet over the picture that a pen, a mouse or a finger draws on. The middle button moves the picture, the right one drags a brush to another size, two fingers look closer. */
export function PenSheet(props: PenSheetProps) {
  const {
    label,
    choosing = false,
    onBegin,
    onGo,
    onEnd,
    onDrop,
    onHover,
    onSizeBegin,
    onSize,
    onKeyDown,
  } = props;
  const hold = useRef<Hold>(undefined);
  const pointers = useRef(new Set<number>());

  const begin = (event: PointerEvent<HTMLElement>): void => {
    pointers.current.add(event.pointerId);
    const place = placeOf(event, event.currentTarget);
    if (pointers.current.size > 1) {
      hold.current = undefined;
      return onDrop();
    }
    event.currentTarget.setPointerCapture(event.pointerId);
    if (event.button === 1) hold.current = { does: 'look', last: place };
    else if (event.button === 2) {
      hold.current = { does: 'size', x: event.clientX, y: event.clientY };
      onSizeBegin?.();
    } else {
      hold.current = { does: 'pen' };
      onBegin(place, event);
    }
  };

  const go = (event: PointerEvent<HTMLElement>): void => {
    const sheet = event.currentTarget;
    const place = placeOf(event, sheet);
    onHover?.(place, event);
    const held = hold.current;
    if (held?.does === 'look') {
      const { sight } = usePictureZoom.getState();
      if (sight) movePicture(sight, { x: place.x - held.last.x, y: place.y - held.last.y });
      held.last = place;
    } else if (held?.does === 'size')
      onSize?.({ right: event.clientX - held.x, down: event.clientY - held.y });
    else if (held) {
      const events = event.nativeEvent.getCoalescedEvents();
      onGo(events.length > 0 ? events.map((each) => placeOf(each, sheet)) : [place], event);
    }
  };

  const end = (event: PointerEvent<HTMLElement>): void => {
    pointers.current.delete(event.pointerId);
    const held = hold.current;
    hold.current = undefined;
    if (held?.does === 'pen') onEnd(event);
  };

  return (
    <button
      type="button"
      className={styles.sheet}
      data-choosing={choosing || undefined}
      aria-label={label}
      onPointerDown={begin}
      onPointerMove={go}
      onPointerUp={end}
      onPointerCancel={end}
      onPointerLeave={(event) => onHover?.(undefined, event)}
      onContextMenu={(event) => event.preventDefault()}
      onKeyDown={onKeyDown}
    />
  );
}
