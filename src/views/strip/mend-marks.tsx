import { useLayoutEffect, useRef } from 'react';
import { framingOf } from '../../core/film/crop-of';
import { lookStepsOf } from '../../core/film/look-of';
import { photosById, type Film } from '../../core/film/film';
import { isMoved, type PhotoMends } from '../../core/film/photo-mends';
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
  readonly place: string;
  readonly framing: string;
  readonly colour: string;
}

const markTheme = (element: Element): MarkTheme => {
  const colour = themeColours(element);
  return {
    light: colour('ochre'),
    off: colour('muted'),
    place: colour('teal'),
    framing: colour('plum'),
    colour: colour('moss'),
  };
};

type Mark = 'mended' | 'reference' | 'off';

/** Which mark the light of a photo has, if any. */
function lightMark(mends: PhotoMends | undefined): Mark | undefined {
  if (!mends) return undefined;
  if (mends.lightOff) return 'off';
  if (mends.isReference) return 'reference';
  return mends.matched || mends.light || mends.warmth || mends.tint ? 'mended' : undefined;
}

/** Which mark its place has. */
function placeMark(mends: PhotoMends | undefined): Mark | undefined {
  if (!mends) return undefined;
  if (mends.steadyOff) return 'off';
  if (mends.isAnchor) return 'reference';
  return isMoved(mends) ? 'mended' : undefined;
}

/** Where a mark is drawn, in pixels. */
interface MarkPlace {
  readonly x: number;
  readonly y: number;
  readonly across: number;
}

/** What is mended is a bar; left out it is a line; a photo that others go by has a little pennant. */
function drawMark(
  context: CanvasRenderingContext2D,
  colours: { readonly on: string; readonly off: string },
  mark: Mark,
  { x, y, across }: MarkPlace,
): void {
  context.fillStyle = mark === 'off' ? colours.off : colours.on;
  if (mark === 'off') context.fillRect(x, y + 1, across, 1);
  else context.fillRect(x, y, across, 3);
  if (mark !== 'reference') return;
  context.beginPath();
  context.moveTo(x, y - 3);
  context.lineTo(x + Math.min(9, across), y - 3);
  context.lineTo(x, y + 5);
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
        context.fillRect(x, MARKS - 7, across, 3);
      }
      if (lookStepsOf(film, pose).length > 0) {
        context.fillStyle = theme.colour;
        context.fillRect(x, MARKS - 3, across, 3);
      }
      const mends = photo && fileOf(photo).mends;
      const [light, place] = [lightMark(mends), placeMark(mends)];
      if (place) drawMark(context, { on: theme.place, off: theme.off }, place, { x, y: 7, across });
      if (light) drawMark(context, { on: theme.light, off: theme.off }, light, { x, y: 3, across });
    }
  }, [film, left, width, zoom, themeFor]);
  return <canvas ref={ref} className={styles.marks} style={{ left, width, height: MARKS }} aria-hidden />;
}
