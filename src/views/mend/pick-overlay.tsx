import type { RefObject } from 'react';
import type { Rect } from '../../core/picture/size';
import { pick, stopPicking } from '../../state/mend/looks';
import { canvasColour } from './canvas-colour';
import { PointSheet, type PicturePlace } from './point-sheet';

interface PickOverlayProps {
  readonly canvasRef: RefObject<HTMLCanvasElement | null>;
  /** Where the picture lies on it, in its pixels. */
  readonly area: Rect;
}

/** Something is picked from the picture. */
export function PickOverlay({ canvasRef, area }: PickOverlayProps) {
  const onPoint = (place: PicturePlace): void => {
    const canvas = canvasRef.current;
    if (!canvas) return;
    pick(canvasColour(canvas, area.x + place.x * area.width, area.y + place.y * area.height), place);
  };
  return (
    <PointSheet
      area={area}
      label="Click the colour to pick. Arrows move the cross, Enter clicks, Escape cancels."
      onPoint={onPoint}
      onEnd={stopPicking}
    />
  );
}
