import { useGesture } from '@use-gesture/react';
import { useRef, type KeyboardEvent } from 'react';
import type { Rect } from '../../core/picture/size';
import { setDivider } from '../../state/picture/shown-film';
import styles from './divider.module.css';

interface DividerProps {
  /** Where the picture lies, in pixels of the screen. */
  readonly area: Rect;
  /** Part of its width that is shown as it was before. */
  readonly at: number;
}

const KEYS: Readonly<Record<string, number>> = { ArrowLeft: -0.02, ArrowRight: 0.02, Home: -1, End: 1 };

/** The line between before and after, dragged across the picture. */
export function Divider({ area, at }: DividerProps) {
  const handle = useRef<HTMLDivElement>(null);
  const [x, y, width, height] = [area.x, area.y, area.width, area.height].map(
    (each) => each / devicePixelRatio,
  ) as [number, number, number, number];
  useGesture(
    {
      onDrag: ({ xy: [pointer] }) => {
        const left = handle.current?.parentElement?.getBoundingClientRect().left ?? 0;
        setDivider((pointer - left - x) / width);
      },
    },
    { target: handle, drag: { pointer: { keys: false } } },
  );
  const keys = (event: KeyboardEvent): void => {
    const by = KEYS[event.key];
    if (by === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    setDivider(at + by);
  };
  return (
    <>
      <div
        ref={handle}
        className={styles.divider}
        role="slider"
        tabIndex={0}
        aria-label="Divider between before and after"
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(at * 100)}
        aria-valuetext={`Before up to ${Math.round(at * 100)} % of the picture`}
        style={{ left: x + at * width, top: Math.max(0, y), height }}
        onKeyDown={keys}
      />
      <span className={styles.before} style={{ left: Math.max(0, x), top: Math.max(0, y) }}>
        before
      </span>
    </>
  );
}
