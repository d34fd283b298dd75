import { sayFault } from '../../state/shell/say-fault';
import { useEffect, useEffectEvent, useRef } from 'react';
import { photosById, type Pose } from '../../core/film/film';
import { runningNumber } from '../../core/film/numbering';
import { useMissing } from '../../state/document/missing';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { PictureCache, type PictureWish } from '../../engine/browser/pictures/picture-cache';
import { largePicture } from '../../engine/browser/pictures/picture-workers';
import { useCompare } from '../../state/transport/compare';
import { setReadiness } from '../../state/transport/player';
import { useFilm, useWorkbench } from '../../state/shell/workbench';
import { comingUp } from './coming-up';
import { CompareBar } from './compare-bar';
import {
  composePicture,
  drawComposition,
  drawingKey,
  planDrawing,
  wishesAhead,
  type Drawing,
} from './compose-picture';
import styles from './picture.module.css';

/** Memory for decoded pictures, in bytes: about 145 of 960 × 720. */
const BUDGET = 400 * 1024 * 1024;

/** The big picture: the pose under the playhead, as the print will show it, and what it is compared with. */
export function Picture() {
  const film = useFilm();
  const frame = useWorkbench((state) => state.frame);
  const playing = useWorkbench((state) => state.playing);
  const chosen = useWorkbench((state) => state.chosen);
  const arrived = useWorkbench((state) => state.incoming?.done);
  const compare = useCompare();
  const canvasRef = useRef<HTMLCanvasElement>(null);
  const cacheRef = useRef<PictureCache>(undefined);
  /** What the canvas shows: most edits change nothing of it. */
  const drawn = useRef<string>(undefined);
  const here = film && poseAt(scheduleOf(film), frame);
  const photo = film && here && photosById(film).get(here.pose.photoId);
  const composition = film && composePicture(film, frame, compare, chosen, playing);

  const planned = useEffectEvent(
    (canvas: HTMLCanvasElement): Drawing | undefined =>
      film && composition && here && planDrawing(canvas, film, composition, here),
  );

  const redraw = useEffectEvent(() => {
    const canvas = canvasRef.current;
    const cache = cacheRef.current;
    const drawing = canvas && planned(canvas);
    if (!cache || !film || !drawing) {
      canvas?.getContext('2d', { willReadFrequently: true })?.clearRect(0, 0, canvas.width, canvas.height);
      drawn.current = undefined;
      return;
    }
    const pictureOf = (wish: PictureWish): ImageBitmap | undefined => cache.getAny(wish);
    const main = drawing.panels.find(({ isHere }) => isHere)?.wish;
    // While the picture is still coming the one before stays, rather than a flash of nothing.
    if (main && !cache.has(main) && !pictureOf(main)) return;
    const key = drawingKey(canvas, drawing, pictureOf);
    if (key === drawn.current) return;
    drawn.current = key;
    drawComposition(canvas, film, drawing, pictureOf);
  });

  /** Whether a picture that has come is one of those shown. */
  const isShown = useEffectEvent((key: string): boolean => {
    const drawing = canvasRef.current && planned(canvasRef.current);
    return [...(drawing?.panels ?? []), ...(drawing?.layers ?? [])].some(({ wish }) => wish?.key === key);
  });

  /** Says which pictures are needed: those on screen, and those that come after. */
  const want = useEffectEvent(() => {
    const canvas = canvasRef.current;
    const drawing = canvas && planned(canvas);
    if (!film || !composition || !drawing) return;
    const shown = [...drawing.panels, ...drawing.layers].flatMap(({ wish }) => (wish ? [wish] : []));
    cacheRef.current?.want([...shown, ...wishesAhead(canvas, film, composition, comingUp(film, frame))]);
  });

  const isReady = useEffectEvent((pose: Pose): boolean => {
    const [canvas, cache] = [canvasRef.current, cacheRef.current];
    if (!film || !composition || !canvas || !cache) return true;
    const [wish] = wishesAhead(canvas, film, { ...composition, quick: true }, [pose]);
    return !wish || cache.has(wish) || cache.getAny(wish) !== undefined;
  });

  useEffect(() => {
    const cache = new PictureCache({
      load: ({ recipe, size }) => largePicture(recipe, size).catch(sayFault),
      budget: BUDGET,
      onArrival: (key) => {
        if (isShown(key)) redraw();
      },
    });
    cacheRef.current = cache;
    setReadiness((pose) => isReady(pose));
    const canvas = canvasRef.current;
    const observer = new ResizeObserver(([entry]) => {
      if (!canvas || !entry) return;
      canvas.width = Math.round(entry.contentRect.width * devicePixelRatio);
      canvas.height = Math.round(entry.contentRect.height * devicePixelRatio);
      drawn.current = undefined;
      want();
      redraw();
    });
    if (canvas?.parentElement) observer.observe(canvas.parentElement);
    return () => {
      observer.disconnect();
      setReadiness(() => true);
      cache.close();
    };
  }, []);

  const remade = useMissing((state) => state.remade);
  useEffect(() => {
    cacheRef.current?.retry();
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
