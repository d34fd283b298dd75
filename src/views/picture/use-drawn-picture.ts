import { useEffect, useEffectEvent, useRef, type RefObject } from 'react';
import type { Film } from '../../core/film/film';
import type { ScheduledPose } from '../../core/film/schedule';
import { useMissing } from '../../state/document/missing';
import type { Composition } from '../../state/picture/composition';
import { planDrawing, type Drawing } from '../../state/picture/plan-drawing';
import {
  hasPicture,
  openPictures,
  pictureOf,
  retryPictures,
  setSurface,
  surfaceNow,
  wantPictures,
} from '../../state/picture/shown-pictures';
import { useShell } from '../../state/shell/shell';
import { drawComposition, drawingKey } from './draw-composition';

/** What is drawn; undefined where there is nothing. */
interface Shown {
  readonly film: Film;
  readonly composition: Composition;
  readonly here: ScheduledPose;
}

/** Keeps a canvas as large as what it stands in, and drawn: anew as its pictures come, and for another film or composition. */
export function useDrawnPicture(
  canvasRef: RefObject<HTMLCanvasElement | null>,
  shown: Shown | undefined,
): void {
  /** What the canvas shows: most edits change nothing of it. */
  const drawn = useRef<string>(undefined);
  const planned = useEffectEvent((): Drawing | undefined => {
    const surface = surfaceNow();
    return shown && surface && planDrawing(surface, shown.film, shown.composition, shown.here);
  });

  const redraw = useEffectEvent(() => {
    const canvas = canvasRef.current;
    const surface = surfaceNow();
    const drawing = planned();
    if (!canvas || !shown || !surface || !drawing) {
      canvas?.getContext('2d', { willReadFrequently: true })?.clearRect(0, 0, canvas.width, canvas.height);
      drawn.current = undefined;
      return;
    }
    const main = drawing.panels.find(({ isHere }) => isHere)?.wish;
    // While the picture is still coming the one before stays, rather than a flash of nothing.
    if (main && !hasPicture(main) && !pictureOf(main)) return;
    const key = drawingKey(surface, drawing, pictureOf);
    if (key === drawn.current) return;
    drawn.current = key;
    drawComposition(canvas, shown.film, surface.ratio, drawing, pictureOf);
  });

  /** Whether a picture that has come is one of those shown. */
  const isShown = useEffectEvent((key: string): boolean => {
    const drawing = planned();
    return [...(drawing?.panels ?? []), ...(drawing?.layers ?? [])].some(({ wish }) => wish?.key === key);
  });

  /** Says which pictures are needed: those on screen, and those that come after. */
  const want = useEffectEvent(() => {
    const drawing = planned();
    if (shown && drawing) wantPictures(shown.composition, drawing);
  });

  useEffect(() => {
    const close = openPictures((key) => {
      if (isShown(key)) redraw();
    });
    const canvas = canvasRef.current;
    const observer = new ResizeObserver(([entry]) => {
      if (!canvas || !entry) return;
      canvas.width = Math.round(entry.contentRect.width * devicePixelRatio);
      canvas.height = Math.round(entry.contentRect.height * devicePixelRatio);
      setSurface({ width: canvas.width, height: canvas.height, ratio: devicePixelRatio });
      drawn.current = undefined;
      want();
      redraw();
    });
    if (canvas?.parentElement) observer.observe(canvas.parentElement);
    return () => {
      observer.disconnect();
      close();
    };
  }, []);

  const arrived = useShell((state) => state.incoming?.done);
  const remade = useMissing((state) => state.remade);
  useEffect(() => {
    retryPictures();
    redraw();
  }, [arrived, remade]);

  useEffect(() => {
    want();
    redraw();
  }, [shown?.film, shown?.composition]);
}
