import { useState, type KeyboardEvent, type ReactNode, type RefObject } from 'react';
import type { Rect } from '../../core/picture/size';
import styles from './point-sheet.module.css';

/** A place of the picture, in parts of its width and height. */
export interface PicturePlace {
  readonly x: number;
  readonly y: number;
}

const MOVES: Readonly<Record<string, PicturePlace>> = {
  ArrowLeft: { x: -1, y: 0 },
  ArrowRight: { x: 1, y: 0 },
  ArrowUp: { x: 0, y: -1 },
  ArrowDown: { x: 0, y: 1 },
};
/** Pixels that the cross goes with a key, and with Shift. */
const FAR = 10;
const NEAR = 1;

interface PointSheetProps {
  readonly sheetRef?: RefObject<HTMLButtonElement | null>;
  /** Where the picture lies, in pixels of the screen. */
  readonly area: Rect;
  readonly label: string;
  /** While a place is clicked, by mouse or with a cross that keys move; else the sheet takes other keys. */
  readonly onPoint: ((place: PicturePlace) => void) | undefined;
  readonly onEnd?: () => void;
  readonly onKey?: (event: KeyboardEvent) => void;
  /** What lies on it. */
  readonly children?: ReactNode;
}

/** A sheet over the picture on which a place is clicked. */
export function PointSheet({ sheetRef, area, label, onPoint, onEnd, onKey, children }: PointSheetProps) {
  const [cross, setCross] = useState<PicturePlace>();
  const box = {
    left: area.x / devicePixelRatio,
    top: area.y / devicePixelRatio,
    width: area.width / devicePixelRatio,
    height: area.height / devicePixelRatio,
  };
  const keys = (event: KeyboardEvent): void => {
    if (event.altKey || event.ctrlKey || event.metaKey) return;
    if (!onPoint) return onKey?.(event);
    const from = cross ?? { x: 0.5, y: 0.5 };
    const move = MOVES[event.key];
    const step = event.shiftKey ? NEAR : FAR;
    if (move) setCross({ x: from.x + (move.x * step) / box.width, y: from.y + (move.y * step) / box.height });
    else if (event.key === 'Enter') onPoint(from);
    else if (event.key === 'Escape') onEnd?.();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div className={styles.overlay}>
      <button
        ref={sheetRef}
        type="button"
        className={styles.sheet}
        data-pointing={onPoint !== undefined || undefined}
        style={box}
        aria-label={label}
        onClick={(event) => {
          const rect = event.currentTarget.getBoundingClientRect();
          onPoint?.({
            x: (event.clientX - rect.left) / rect.width,
            y: (event.clientY - rect.top) / rect.height,
          });
        }}
        onKeyDown={keys}
        onBlur={() => setCross(undefined)}
      >
        {children}
        {onPoint && cross && <Cross place={cross} byKeys />}
      </button>
    </div>
  );
}

interface CrossProps {
  readonly place: PicturePlace;
  readonly byKeys?: boolean;
}

/** A cross at a place. */
export const Cross = ({ place, byKeys = false }: CrossProps) => (
  <i
    className={styles.cross}
    data-of={byKeys ? 'keys' : undefined}
    style={{ left: `${place.x * 100}%`, top: `${place.y * 100}%` }}
    aria-hidden
  />
);
