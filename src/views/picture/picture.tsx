import { useEffect, useEffectEvent, useRef } from 'react';
import type { Film, Photo } from '../../core/film/film';
import { runningNumber } from '../../core/film/numbering';
import { poseAt } from '../../core/film/schedule';
import { fileOf } from '../../core/film/photo-picture';
import { rateNumber } from '../../core/time/rate';
import { drawPhoto } from '../../engine/browser/play/draw-photo';
import { PictureCache } from '../../engine/browser/play/picture-cache';
import { setReadiness } from '../../state/player';
import { openFilm, photosOf, scheduleOf, useFilm, useWorkbench, workbench } from '../../state/workbench';
import styles from './picture.module.css';

/** Pictures decoded ahead of the playhead, in seconds of film. */
const AHEAD_SECONDS = 2;
const AROUND_FEWEST = 12;

/** Hashes of the photos needed from a frame on, the nearest first, going around at the end. */
function comingUp(film: Film, frame: number): string[] {
  const plan = scheduleOf(film);
  const here = poseAt(plan, frame);
  if (!here) return [];
  const last = frame + AHEAD_SECONDS * rateNumber(film.settings.rate);
  const photos = photosOf(film);
  const hashes: string[] = [];
  const add = (index: number): void => {
    const entry = plan.entries[((index % plan.entries.length) + plan.entries.length) % plan.entries.length];
    const photo = entry && photos.get(entry.pose.photoId);
    if (photo) hashes.push(fileOf(photo).hash);
  };
  for (let i = 0; i < plan.entries.length; i++) {
    const entry = plan.entries[here.index + i];
    if (i >= AROUND_FEWEST && (!entry || entry.start > last)) break;
    add(here.index + i);
  }
  add(here.index - 1);
  add(here.index - 2);
  return hashes;
}

/** Draws a photo as the film shows it into the middle of the canvas. */
function draw(
  canvas: HTMLCanvasElement,
  film: Film,
  photo: Photo | undefined,
  bitmap: ImageBitmap | undefined,
): void {
  const context = canvas.getContext('2d');
  if (!context) return;
  const { width, height } = film.settings;
  const margin = 14 * devicePixelRatio;
  const scale = Math.min((canvas.width - 2 * margin) / width, (canvas.height - 2 * margin) / height);
  const area = {
    x: Math.round((canvas.width - width * scale) / 2),
    y: Math.round((canvas.height - height * scale) / 2),
    width: width * scale,
    height: height * scale,
  };
  context.clearRect(0, 0, canvas.width, canvas.height);
  drawPhoto(context, film.settings, area, photo, bitmap, 'medium');
}

/** The big picture: the pose under the playhead, as the print will show it. */
export function Picture() {
  const film = useFilm();
  const frame = useWorkbench((state) => state.frame);
  const arrived = useWorkbench((state) => state.incoming?.done);
  const canvasRef = useRef<HTMLCanvasElement>(null);
  const cacheRef = useRef<PictureCache>(undefined);
  const here = film && poseAt(scheduleOf(film), frame);
  const photo = film && here && photosOf(film).get(here.pose.photoId);

  const redraw = useEffectEvent(() => {
    const canvas = canvasRef.current;
    const cache = cacheRef.current;
    if (!canvas || !cache || !film) return;
    const hash = photo && fileOf(photo).hash;
    const bitmap = hash === undefined ? undefined : cache.get(hash);
    // While the picture is still coming the one before stays, rather than a flash of nothing.
    if (bitmap || hash === undefined || cache.has(hash)) draw(canvas, film, photo, bitmap);
  });

  useEffect(() => {
    const cache = new PictureCache((hash) => {
      const open = openFilm();
      const at = open && poseAt(scheduleOf(open), workbench().frame);
      const shown = at && photosOf(open).get(at.pose.photoId);
      if (shown && fileOf(shown).hash === hash) redraw();
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
      redraw();
    });
    if (canvas?.parentElement) observer.observe(canvas.parentElement);
    return () => {
      observer.disconnect();
      setReadiness(() => true);
      cache.close();
    };
  }, []);

  useEffect(() => cacheRef.current?.retry(), [arrived]);

  useEffect(() => {
    if (film) cacheRef.current?.want(comingUp(film, frame));
    redraw();
  }, [film, frame]);

  const number = photo && runningNumber(photo.name);
  const caption = here ? `pose ${here.index + 1} · photo ${number ?? photo?.name ?? 'missing'}` : undefined;
  return (
    <div className={styles.surround}>
      <canvas ref={canvasRef} role="img" aria-label={caption ?? 'No picture yet'} data-testid="picture" />
      {caption && <span className={styles.caption}>{caption}</span>}
    </div>
  );
}
