import { useLayoutEffect, useRef } from 'react';
import { framingOf } from '../../core/film/crop-of';
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
  readonly framing: string;
}

const markTheme = (element: Element): MarkTheme => {
  const colour = themeColours(element);
  return { light: colour('ochre'), off: colour('muted'), framing: colour('plum') };
};

type LightMark = 'mended' | 'reference' | 'off';

/** Which mark the light of a photo has, if any. */
function lightMark(mends: PhotoMends | undefined): LightMark | undefined {
  if (!mends) return undefined;
  if (mends.lightOff) return 'off';
  if (mends.isReference) return 'reference';
  return mends.matched || mends.light || mends.warmth || mends.tint ? 'mended' : undefined;
}

/** Light is a bar; left out it is a line; a well-lit photo has a little pennant. */
function drawLight(
  context: CanvasRenderingContext2D,
  theme: MarkTheme,
  mark: LightMark,
  x: number,
  across: number,
): void {
  context.fillStyle = mark === 'off' ? theme.off : theme.light;
  if (mark === 'off') context.fillRect(x, 4, across, 1);
  else context.fillRect(x, 3, across, 3);
  if (mark !== 'reference') return;
  context.beginPath();
  context.moveTo(x, 0);
  context.lineTo(x + Math.min(9, across), 0);
  context.lineTo(x, MARKS - 3);
  context.fill();
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
    for (const { pose, start, end } of showingsInSight(scheduleOf(film), { left, width, zoom })) {
      const photo = photos.get(pose.photoId);
      const x = start * zoom - left + 1;
      const across = Math.max(1, (end - start) * zoom - (zoom > 2 ? 3 : 0));
      const { crop, placing } = framingOf(film, pose);
      if (crop || placing !== film.settings.framing) {
        context.fillStyle = theme.framing;
        context.fillRect(x, MARKS - 3, across, 3);
      }
      const mark = photo && lightMark(fileOf(photo).mends);
      if (mark) drawLight(context, theme, mark, x, across);
    }
  }, [film, left, width, zoom, themeFor]);
  return <canvas ref={ref} className={styles.marks} style={{ left, width, height: MARKS }} aria-hidden />;
}
