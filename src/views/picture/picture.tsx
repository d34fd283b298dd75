import { useEffect, useEffectEvent, useRef } from 'react';
import { photosById } from '../../core/film/film';
import { runningNumber } from '../../core/film/numbering';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { useFilm } from '../../state/document/document';
import { useMissing } from '../../state/document/missing';
import { composePicture } from '../../state/picture/composition';
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
import { useSelection } from '../../state/selection/selection';
import { useShell } from '../../state/shell/shell';
import { useCompare } from '../../state/transport/compare';
import { useTransport } from '../../state/transport/transport';
import { CompareBar } from './compare-bar';
import { drawComposition, drawingKey } from './draw-composition';
import styles from './picture.module.css';

/** The big picture: the pose under the playhead, as the print will show it, and what it is compared with. */
export function Picture() {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  const playing = useTransport((state) => state.playing);
  const playSpan = useTransport((state) => state.playSpan);
  const chosen = useSelection((state) => state.chosen);
  const arrived = useShell((state) => state.incoming?.done);
  const compare = useCompare();
  const canvasRef = useRef<HTMLCanvasElement>(null);
  /** What the canvas shows: most edits change nothing of it. */
  const drawn = useRef<string>(undefined);
  const here = film && poseAt(scheduleOf(film), frame);
  const photo = film && here && photosById(film).get(here.pose.photoId);
  const composition = film && composePicture(film, { frame, playing, playSpan, compare, chosen });

  const planned = useEffectEvent((): Drawing | undefined => {
    const surface = surfaceNow();
    return film && composition && here && surface && planDrawing(surface, film, composition, here);
  });

  const redraw = useEffectEvent(() => {
    const canvas = canvasRef.current;
    const surface = surfaceNow();
    const drawing = planned();
    if (!canvas || !film || !surface || !drawing) {
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
    drawComposition(canvas, film, surface.ratio, drawing, pictureOf);
  });

  /** Whether a picture that has come is one of those shown. */
  const isShown = useEffectEvent((key: string): boolean => {
    const drawing = planned();
    return [...(drawing?.panels ?? []), ...(drawing?.layers ?? [])].some(({ wish }) => wish?.key === key);
  });

  /** Says which pictures are needed: those on screen, and those that come after. */
  const want = useEffectEvent(() => {
    const drawing = planned();
    if (composition && drawing) wantPictures(composition, drawing);
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

  const remade = useMissing((state) => state.remade);
  useEffect(() => {
    retryPictures();
    redraw();
  }, [arrived, remade]);

  useEffect(() => {
    want();
    redraw();
  }, [film, frame, compare, chosen, playing]);

  const number = photo && runningNumber(photo.name);
  const caption = here ? `pose ${here.index + 1} · photo ${number ?? photo?.name ?? 'missing'}` : undefined;
  return (
    <div className={styles.surround}>
      <canvas ref={canvasRef} role="img" aria-label={caption ?? 'No picture yet'} data-testid="picture" />
      {caption && <span className={styles.caption}>{caption}</span>}
      {here && <CompareBar />}
    </div>
  );
}
