import { useEffect, useLayoutEffect, useRef } from 'react';
import { photosById, type Film } from '../../core/film/film';
import { lostMends } from '../../core/film/lost-mends';
import { recipeOf } from '../../core/film/recipe-of';
import type { Recipe } from '../../core/picture/recipe';
import { poseAt, type Schedule, type ScheduledPose } from '../../core/film/schedule';
import { fileOf } from '../../core/film/photo-picture';
import { useMissing } from '../../state/document/missing';
import { useShell } from '../../state/shell/shell';
import { prepareCanvas } from '../prepare-canvas';
import { useDrawingTheme } from '../use-drawing-theme';
import {
  bandOf,
  drawCover,
  drawHoles,
  drawLost,
  drawPaper,
  drawTickets,
  drawVeils,
  ticketTheme,
  type Band,
  type TicketPen,
} from './draw-tickets';
import styles from './strip.module.css';
import { retryPictures, useTicketPictures, wantPictures } from './ticket-pictures';
import { showsTickets, ticketsIn, type TicketSight } from './ticket-sight';

interface TicketDrawingProps {
  readonly sight: TicketSight;
  readonly film: Film;
  readonly chosen: ReadonlySet<string>;
  /** Poses that are dragged, by id. */
  readonly dragged: readonly string[];
  /** Height of the tickets in pixels. */
  readonly height: number;
}

/** What is drawn of poses besides where they stand. */
interface Marks extends Omit<TicketDrawingProps, 'sight' | 'height'> {
  readonly sight: TicketSight;
  /** Hashes of files whose originals are gone. */
  readonly missing: ReadonlySet<string>;
}

/** Pixels from one picture to the next where tickets have none of their own. */
const pitchOf = ({ photo }: Band): number => Math.round((photo.height * 96) / 84);

/** The poses as paper tickets, as far as they are in sight, in one drawing; where they are narrow, pictures every so often. */
export function TicketDrawing({ sight, film, chosen, dragged, height }: TicketDrawingProps) {
  const { left, width } = sight;
  const ref = useRef<HTMLCanvasElement>(null);
  const themeFor = useDrawingTheme(ticketTheme);
  const arrived = useTicketPictures();
  // Pictures of a film that is just being fetched arrive one by one.
  const incoming = useShell((state) => state.incoming?.done);
  const missing = useMissing((state) => state.photos);
  const remade = useMissing((state) => state.remade);
  useEffect(retryPictures, [incoming, remade]);
  // With the scrolling, not after it.
  useLayoutEffect(() => {
    const context = prepareCanvas(ref.current, width, height);
    if (!context) return;
    drawSight(
      { context, theme: themeFor(context.canvas), band: bandOf(height), ...sight },
      { sight, film, chosen, dragged, missing },
    );
  }, [sight, film, chosen, dragged, missing, left, width, height, themeFor, arrived]);
  return (
    <canvas
      ref={ref}
      className={styles.drawing}
      style={{ left, width, height }}
      data-testid="tickets"
      aria-hidden
    />
  );
}

/** Draws what is in sight of the poses. */
function drawSight(pen: TicketPen, { sight, film, chosen, dragged, missing }: Marks): void {
  const { plan, zoom, left, width, from, to, detail } = sight;
  if (from >= to) return;
  const entries = ticketsIn(sight);
  const pictured = detail === 'pictured';
  const end = plan.frames * zoom;
  const pitch = pitchOf(pen.band);
  const cells = pictured ? [] : cellsBetween(plan, { zoom, pitch }, left, Math.min(left + width, end));
  const photos = photosById(film);
  const mends = lostMends(film);
  const recipeFor = ({ pose }: ScheduledPose): Recipe | undefined => recipeOf(film, pose);
  const isLost = (entry: ScheduledPose): boolean => {
    const photo = photos.get(entry.pose.photoId);
    return photo !== undefined && missing.has(fileOf(photo).hash);
  };
  const theirs = showsTickets(sight) ? entries.map(recipeFor) : [];
  const pictureOf = pictured
    ? wantPictures(theirs, [], pen.band)
    : wantPictures(
        cells.map(({ entry }) => recipeFor(entry)),
        theirs,
        pen.band,
      );
  if (showsTickets(sight)) {
    const tickets = entries.map((entry) => ({
      entry,
      chosen: chosen.has(entry.pose.id),
      moving: dragged.includes(entry.pose.id),
      picture: pictured ? pictureOf(recipeFor(entry)) : undefined,
      missing: pictured && isLost(entry),
      lostMend: pictured && mends.has(entry.pose.id),
    }));
    drawTickets(pen, tickets, pictured);
    drawHoles(pen, from, to);
  } else {
    const starts = entries.map(({ start }) => start);
    drawPaper(pen, plan.frames, starts);
  }
  for (const { x, entry } of cells) {
    const picture = pictureOf(recipeFor(entry));
    const across = Math.min(pitch - 1, end - x);
    if (picture)
      drawCover(pen.context, picture, { x: x - left, y: 1, width: across, height: pen.band.photo.height });
  }
  if (!pictured && missing.size + mends.size > 0)
    drawLost(
      pen,
      runsOf(plan.poses, (entry) => mends.has(entry.pose.id) || isLost(entry)),
    );
  if (!pictured)
    drawVeils(
      pen,
      runsOf(plan.poses, ({ pose }) => chosen.has(pose.id)),
    );
}

/** One place for a picture every so often, with the showing that stands there. */
function cellsBetween(
  plan: Schedule,
  { zoom, pitch }: { readonly zoom: number; readonly pitch: number },
  from: number,
  to: number,
): { readonly x: number; readonly entry: ScheduledPose }[] {
  const cells: { x: number; entry: ScheduledPose }[] = [];
  for (let x = Math.floor(from / pitch) * pitch; x < to; x += pitch) {
    const entry = poseAt(plan, Math.min(plan.frames - 1, Math.floor((x + pitch / 2) / zoom)));
    if (entry) cells.push({ x, entry });
  }
  return cells;
}

/** Stretches of frames whose poses are all as is asked. */
function runsOf(
  entries: readonly ScheduledPose[],
  isMeant: (entry: ScheduledPose) => boolean,
): [number, number][] {
  const runs: [number, number][] = [];
  for (const entry of entries) {
    const { start, end } = entry;
    if (!isMeant(entry)) continue;
    const last = runs.at(-1);
    if (last && last[1] === start) last[1] = end;
    else runs.push([start, end]);
  }
  return runs;
}
