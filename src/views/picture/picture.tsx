import { useEffect, useEffectEvent, useRef } from 'react';
import { runningNumber } from '../../core/film/numbering';
import { useMissing } from '../../state/missing';
import { fileOf } from '../../core/film/photo-picture';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { loadPreview } from '../../engine/browser/play/load-preview';
import { PictureCache } from '../../engine/browser/play/picture-cache';
import { useCompare } from '../../state/compare';
import { setReadiness } from '../../state/player';
import { openFilm, photosOf, useFilm, useWorkbench } from '../../state/workbench';
import { comingUp } from './coming-up';
import { CompareBar } from './compare-bar';
import { composePicture, drawComposition, drawingKey } from './compose-picture';
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
  const photo = film && here && photosOf(film).get(here.pose.photoId);
  const composition = film && composePicture(film, frame, compare, chosen, playing);

  const redraw = useEffectEvent(() => {
    const canvas = canvasRef.current;
    const cache = cacheRef.current;
    if (!canvas || !cache || !film || !composition || !here) {
      canvas?.getContext('2d', { willReadFrequently: true })?.clearRect(0, 0, canvas.width, canvas.height);
      drawn.current = undefined;
      return;
    }
    const shown = composition.panels.length === 1 ? (composition.panels[0]?.entry ?? here) : here;
    const main = photosOf(film).get(shown.pose.photoId);
    // While the picture is still coming the one before stays, rather than a flash of nothing.
    if (main && !cache.has(fileOf(main).hash)) return;
    const pictureOf = (hash: string): ImageBitmap | undefined => cache.get(hash);
    const key = drawingKey(canvas, film, composition, here, pictureOf);
    if (key === drawn.current) return;
    drawn.current = key;
    drawComposition(canvas, film, composition, here, pictureOf);
  });

  /** Whether a picture that has come is one of those shown. */
  const isShown = useEffectEvent((hash: string): boolean => {
    if (!film || !composition) return false;
    const photos = photosOf(film);
    return [...composition.panels, ...composition.layers].some(({ entry }) => {
      const each = photos.get(entry.pose.photoId);
      return each !== undefined && fileOf(each).hash === hash;
    });
  });

  useEffect(() => {
    const cache = new PictureCache({
      load: loadPreview,
      budget: BUDGET,
      onArrival: (hash) => {
        if (isShown(hash)) redraw();
      },
    });
    cacheRef.current = cache;
    setReadiness((photoId) => {
      const open = openFilm();
      const wanted = open && photosOf(open).get(photoId);
      return !wanted || cache.has(fileOf(wanted).hash);
    });
    const canvas = canvasRef.current;
    const observer = new ResizeObserver(([entry]) => {
      if (!canvas || !entry) return;
      canvas.width = Math.round(entry.contentRect.width * devicePixelRatio);
      canvas.height = Math.round(entry.contentRect.height * devicePixelRatio);
      drawn.current = undefined;
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
    if (film) cacheRef.current?.want(comingUp(film, frame));
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
