import { useGesture } from '@use-gesture/react';
import { useEffect, useRef, type KeyboardEvent } from 'react';
import type { Size } from '../../core/picture/size';
import { rateNumber, type Rate } from '../../core/time/rate';
import { setReference, useReference } from '../../state/shoot/reference';
import { ARROW_MOVES } from './arrow-moves';
import styles from './shoot.module.css';

interface ReferenceLayerProps {
  /** CSS pixels of the film's picture. */
  readonly area: Size;
  /** The frame of the film that is shot next, or on screen, by which a video is stepped. */
  readonly frame: number;
  readonly rate: Rate;
}

/** A drawing, a photo or a frame of a video, over the live picture. */
export function ReferenceLayer({ area, frame, rate }: ReferenceLayerProps) {
  const { reference, place, strength, isShown, from } = useReference();
  const video = useRef<HTMLVideoElement>(null);
  // In the middle of its frame: at its edge either of two may be shown.
  const seconds = Math.max(0, frame - from + 0.5) / rateNumber(rate);
  useEffect(() => {
    if (video.current) video.current.currentTime = seconds;
  }, [seconds, reference]);
  if (!reference || !isShown) return null;
  const width = place.size * area.width;
  const height = (width * reference.pixels.height) / reference.pixels.width;
  const style = {
    width,
    height,
    opacity: strength,
    transform: `translate(${place.x * area.width - width / 2}px, ${place.y * area.height - height / 2}px) rotate(${place.turn}deg)`,
  };
  return reference.kind === 'video' ? (
    <video
      ref={video}
      className={styles.reference}
      style={style}
      src={reference.url}
      muted
      playsInline
      preload="auto"
      aria-label={`Reference: ${reference.name}`}
      data-testid="reference"
    />
  ) : (
    <img
      className={styles.reference}
      style={style}
      src={reference.url}
      alt={`Reference: ${reference.name}`}
      data-testid="reference"
      draggable={false}
    />
  );
}

interface PlacingProps {
  /** CSS pixels of the film's picture, and its own. */
  readonly area: Size;
  readonly film: Size;
  readonly isMirrored: boolean;
}

/** Over the picture while a hand places the reference: it is dragged; two fingers size and turn it. */
export function ReferencePlacing({ area, film, isMirrored }: PlacingProps) {
  // What is seen as in a mirror goes the other way.
  const right = isMirrored ? -1 : 1;
  const ref = useRef<HTMLButtonElement>(null);
  useGesture(
    {
      onDrag: ({ delta: [x, y], pinching, cancel }) => {
        if (pinching) return cancel();
        const { place } = useReference.getState();
        setReference({
          place: { ...place, x: place.x + (right * x) / area.width, y: place.y + y / area.height },
        });
      },
      onPinch: ({ event, offset: [now, angle], lastOffset: [before], memo, first }) => {
        event.stopPropagation();
        const last = (first ? undefined : (memo as readonly [number, number] | undefined)) ?? [before, angle];
        const { place } = useReference.getState();
        setReference({
          place: { ...place, size: (place.size * now) / last[0], turn: place.turn + angle - last[1] },
        });
        return [now, angle];
      },
    },
    { target: ref, eventOptions: { passive: false }, drag: { pointer: { keys: false } } },
  );
  const keys = (event: KeyboardEvent): void => {
    const move = ARROW_MOVES[event.key];
    if (event.key === 'Escape') setReference({ isPlaced: false });
    else if (move) {
      const step = event.shiftKey ? 1 : 8;
      const { place } = useReference.getState();
      setReference({
        place: {
          ...place,
          x: place.x + (right * step * move[0]) / film.width,
          y: place.y + (step * move[1]) / film.height,
        },
      });
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <button
      ref={ref}
      type="button"
      className={styles.placing}
      aria-label="The reference: drag it. Arrows move it by eight pixels of the film, with Shift by one; Escape stops."
      onKeyDown={keys}
    />
  );
}
