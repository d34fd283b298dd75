import { useEffect, useEffectEvent, useRef, type RefObject } from 'react';
import type { Film } from '../../core/film/film';
import type { ScheduledPose } from '../../core/film/schedule';
import { useMissing } from '../../state/document/missing';
import type { Composition } from '../../state/picture/composition';
import { usePictureZoom } from '../../state/picture/picture-zoom';
import type { PictureWish } from '../../engine/browser/pictures/picture-cache';
import { planDrawing, type Drawing } from '../../state/picture/plan-drawing';
import { draftDrawn } from '../../state/picture/shown-film';
import { PictureStand } from '../../state/picture/shown-pictures';
import { shellNow, useShell } from '../../state/shell/shell';
import { drawComposition, drawingKey } from './draw-composition';

/** What is drawn; undefined where there is nothing. */
interface Shown {
  readonly film: Film;
  readonly composition: Composition;
  readonly here: ScheduledPose;
}

/**
 * Keeps a canvas as large as what it stands in, and drawn: anew as its pictures come, and for another film, composition or
 * zoom; `onPlan` hears of what is to be drawn, `onDrawn` of when it was. Gives a function that tells what is drawn.
 */
export function useDrawnPicture(
  canvasRef: RefObject<HTMLCanvasElement | null>,
  shown: Shown | undefined,
  onPlan: (drawing: Drawing | undefined) => void,
  onDrawn: () => void,
): () => Drawing | undefined {
  const zoom = usePictureZoom((state) => state.zoom);
  const stand = useRef<PictureStand>(undefined);
  /** What the canvas shows: most edits change nothing of it. */
  const drawn = useRef<string>(undefined);
  /** The picture that it showed last. */
  const last = useRef<PictureWish>(undefined);
  const planned = (): Drawing | undefined => {
    const surface = stand.current?.surface;
    return shown && surface && planDrawing(surface, shown.film, shown.composition, shown.here, zoom);
  };

  const redraw = useEffectEvent(() => {
    const canvas = canvasRef.current;
    const pictures = stand.current;
    const drawing = planned();
    if (!canvas || !shown || !pictures?.surface || !drawing) {
      canvas?.getContext('2d', { willReadFrequently: true })?.clearRect(0, 0, canvas.width, canvas.height);
      drawn.current = undefined;
      draftDrawn();
      return;
    }
    const main = drawing.panels.find(({ isHere }) => isHere)?.wish;
    // While the picture is still coming the one before stays, rather than a flash of nothing; on a canvas of another size too.
    if (main && !pictures.has(main) && !pictures.pictureOf(main)) {
      const standIn = last.current && pictures.pictureOf(last.current);
      if (drawn.current === undefined && standIn)
        drawComposition(
          canvas,
          shown.film,
          pictures.surface.ratio,
          drawing,
          (wish) => (wish === main ? standIn : pictures.pictureOf(wish)),
          false,
        );
      return;
    }
    last.current = main;
    // After what is drawn now: it makes what is shown another.
    queueMicrotask(draftDrawn);
    const isComingIn = shellNow().incoming !== undefined;
    const key = `${drawingKey(pictures.surface, drawing, pictures.pictureOf)} ${isComingIn}`;
    if (key === drawn.current) return;
    drawn.current = key;
    drawComposition(canvas, shown.film, pictures.surface.ratio, drawing, pictures.pictureOf, isComingIn);
    onDrawn();
  });

  /** Whether a picture that has come is one of those shown. */
  const isShown = useEffectEvent((key: string): boolean => {
    const drawing = planned();
    return (
      [...(drawing?.panels ?? []), ...(drawing?.layers ?? [])].some(
        ({ wish, before }) => wish?.key === key || before?.key === key,
      ) || drawing?.panels.some(({ unmended }) => unmended?.key === key) === true
    );
  });

  /** Says which pictures are needed: those on screen, and those that come after. */
  const want = useEffectEvent(() => {
    const drawing = planned();
    if (shown && drawing) stand.current?.want(shown.composition, drawing);
    onPlan(drawing);
  });

  useEffect(() => {
    const pictures = new PictureStand((key) => {
      if (isShown(key)) redraw();
    });
    stand.current = pictures;
    const canvas = canvasRef.current;
    // The canvas may stand in a window of its own, on another screen.
    const view = canvas?.ownerDocument.defaultView ?? window;
    // Of that window: this one's is not told of what happens there.
    const observer = new view.ResizeObserver(([entry]) => {
      if (!canvas || !entry) return;
      const ratio = view.devicePixelRatio;
      canvas.width = Math.round(entry.contentRect.width * ratio);
      canvas.height = Math.round(entry.contentRect.height * ratio);
      pictures.setSurface({ width: canvas.width, height: canvas.height, ratio });
      drawn.current = undefined;
      want();
      redraw();
    });
    if (canvas?.parentElement) observer.observe(canvas.parentElement);
    return () => {
      observer.disconnect();
      pictures.close();
      stand.current = undefined;
    };
  }, [canvasRef]);

  const arrived = useShell((state) => state.incoming?.done);
  const remade = useMissing((state) => state.remade);
  useEffect(() => {
    stand.current?.retry();
    redraw();
  }, [arrived, remade]);

  useEffect(() => {
    want();
    redraw();
  }, [shown?.film, shown?.composition, zoom]);

  return planned;
}
