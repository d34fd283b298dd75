import { useLayoutEffect, useRef } from 'react';
import { photosById, type Film } from '../../core/film/film';
import type { PhotoMends } from '../../core/film/photo-mends';
import { fileOf } from '../../core/film/photo-picture';
import { scheduleOf } from '../../core/film/schedule';
import { prepareCanvas } from '../prepare-canvas';
import { themeColours, useDrawingTheme } from '../use-drawing-theme';
import { showingsInSight } from './showings-in-sight';
import { MARKS } from './strip-rows';
import styles from './strip.module.css';
import type { TicketSight } from './ticket-sight';

interface MendMarksProps {
  readonly film: Film;
  readonly sight: TicketSight;
}

interface MarkTheme {
  readonly light: string;
  readonly off: string;
}

const markTheme = (element: Element): MarkTheme => {
  const colour = themeColours(element);
  return { light: colour('ochre'), off: colour('muted') };
};

/** Which mark the light of a photo has: mended, well lit, left out, or none. */
function lightMark(mends: PhotoMends | undefined): 'mended' | 'reference' | 'off' | undefined {
  if (!mends) return undefined;
  if (mends.lightOff) return 'off';
  if (mends.isReference) return 'reference';
  return mends.matched || mends.light || mends.warmth || mends.tint ? 'mended' : undefined;
}

/** Small marks under the tickets: which poses are mended, and by what. */
export function MendMarks({ film, sight }: MendMarksProps) {
  const { left, width, zoom } = sight;
  const ref = useRef<HTMLCanvasElement>(null);
  const themeFor = useDrawingTheme(markTheme);
  useLayoutEffect(() => {
    const context = prepareCanvas(ref.current, width, MARKS);
    if (!context) return;
    const theme = themeFor(context.canvas);
    const photos = photosById(film);
    for (const entry of showingsInSight(scheduleOf(film), { left, width, zoom })) {
      const photo = photos.get(entry.pose.photoId);
      const mark = photo && lightMark(fileOf(photo).mends);
      if (!mark) continue;
      const x = entry.start * zoom - left;
      const across = Math.max(1, (entry.end - entry.start) * zoom - (zoom > 2 ? 3 : 0));
      context.fillStyle = mark === 'off' ? theme.off : theme.light;
      if (mark === 'off') context.fillRect(x + 1, 5, across, 1);
      else context.fillRect(x + 1, 3, across, 4);
      if (mark === 'reference') {
        // A little pennant stands up from it.
        context.beginPath();
        context.moveTo(x + 1, 0);
        context.lineTo(x + Math.min(9, across), 0);
        context.lineTo(x + 1, MARKS);
        context.fill();
      }
    }
  }, [film, left, width, zoom, themeFor]);
  return <canvas ref={ref} className={styles.marks} style={{ left, width, height: MARKS }} aria-hidden />;
}
