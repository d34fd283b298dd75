import type { RefObject } from 'react';
import type { Rect } from '../../core/picture/size';
import { pick, stopPicking } from '../../state/mend/looks';
import { PointSheet, type PicturePlace } from './point-sheet';

interface PickOverlayProps {
  readonly canvasRef: RefObject<HTMLCanvasElement | null>;
  /** Where the picture lies on it, in its pixels. */
  readonly area: Rect;
}

/** Pixels to each side of the place that are looked at: one by itself is grain. */
const AROUND = 2;

/** The mean colour around a place of a canvas, 0 to 1. */
function colourAround(canvas: HTMLCanvasElement, x: number, y: number): readonly [number, number, number] {
  const side = 2 * AROUND + 1;
  const data = canvas
    .getContext('2d', { willReadFrequently: true })
    ?.getImageData(Math.round(x) - AROUND, Math.round(y) - AROUND, side, side).data;
  const sums: [number, number, number] = [0, 0, 0];
  for (let i = 0; data && i < data.length; i++)
    if (i % 4 < 3) sums[i % 4] = (sums[i % 4] ?? 0) + (data[i] ?? 0);
  const [red, green, blue] = sums;
  const whole = 255 * side * side;
  return [red / whole, green / whole, blue / whole];
}

/** Something is picked from the picture. */
export function PickOverlay({ canvasRef, area }: PickOverlayProps) {
  const onPoint = (place: PicturePlace): void => {
    const canvas = canvasRef.current;
    if (!canvas) return;
    pick(colourAround(canvas, area.x + place.x * area.width, area.y + place.y * area.height), place);
  };
  return (
    <PointSheet
      area={area}
      label="Click what is picked. Arrows move the cross, Enter clicks, Escape ends it."
      onPoint={onPoint}
      onEnd={stopPicking}
    />
  );
}
