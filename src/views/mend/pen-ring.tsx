import type { RefObject } from 'react';
import styles from './pen-sheet.module.css';
import type { PenPlace } from './pen-sheet';

interface PenRingProps {
  readonly ringRef: RefObject<HTMLDivElement | null>;
  /** Across, in pixels of the screen. */
  readonly wide: number;
  /** The part of its radius, from the edge inwards, that fades. */
  readonly soft?: number;
}

/** How wide what a pen draws is, around it. */
export const PenRing = ({ ringRef, wide, soft = 0 }: PenRingProps) => (
  <div
    ref={ringRef}
    className={styles.ring}
    data-soft={soft > 0 || undefined}
    style={{ '--wide': `${wide}px`, '--soft-part': soft } as object}
    aria-hidden
  />
);

/** Puts the ring to where the pen is; away where there is none, or a finger. */
export function moveRing(ring: HTMLDivElement | null, place: PenPlace | undefined, pointer: string): void {
  if (place)
    ring?.style.setProperty('translate', `${place.x / devicePixelRatio}px ${place.y / devicePixelRatio}px`);
  ring?.toggleAttribute('data-shown', place !== undefined && pointer !== 'touch');
}
