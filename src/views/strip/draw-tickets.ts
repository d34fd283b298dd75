import type { ScheduledPose } from '../../core/film/schedule';
import { themeColours } from '../use-drawing-theme';

/** What tickets are drawn with: colours of the theme. */
export interface TicketTheme {
  readonly paper: string;
  readonly sheet: string;
  readonly edge: string;
  readonly hole: string;
  readonly chosen: string;
  readonly chosenSheet: string;
  readonly missing: string;
}

/** What the theme gives tickets on an element. */
export function ticketTheme(element: Element): TicketTheme {
  const token = themeColours(element);
  return {
    paper: token('paper'),
    sheet: token('sheet'),
    edge: token('line-strong'),
    hole: token('hole'),
    chosen: token('brass'),
    chosenSheet: token('brass-wash'),
    missing: token('bad'),
  };
}

/** What tickets are drawn with and on: a canvas, and the part of the film that it shows. */
export interface TicketPen {
  readonly context: CanvasRenderingContext2D;
  readonly theme: TicketTheme;
  /** Pixels a frame. */
  readonly zoom: number;
  /** Pixels of the film at the left side of the canvas, and those that it shows. */
  readonly left: number;
  readonly width: number;
  readonly band: Band;
}

/** How high tickets are in pixels, the largest box for a pose's photo within one, and the margin with the holes. */
export interface Band {
  readonly height: number;
  readonly photo: { readonly width: number; readonly height: number };
  readonly margin: number;
}

/** Lower bands have a narrower margin, so that something is left of the photo. */
const LOW_BAND = 92;

/** What there is room for in tickets of a height. */
export function bandOf(height: number): Band {
  const margin = height < LOW_BAND ? 16 : 24;
  const tall = height - margin - 4;
  return { height, margin, photo: { width: Math.round((tall * 116) / 84), height: tall } };
}

/** A small picture with its size in pixels, upright. */
export type SmallPicture = CanvasImageSource & { readonly width: number; readonly height: number };

/** A ticket, and how it stands among the others. */
export interface DrawnTicket {
  readonly entry: ScheduledPose;
  readonly chosen: boolean;
  /** Being dragged elsewhere. */
  readonly moving: boolean;
  readonly picture: SmallPicture | undefined;
  /** Its original is gone from this browser. */
  readonly missing?: boolean;
  /** One of its mends does nothing, since what it needs is gone. */
  readonly lostMend?: boolean;
}

/** How far the drawing goes on past what is shown, in pixels: seen close by, a ticket would be half a million wide. */
const PAST = 8;
const ROUND = 4;
/** Poses held longer than this have a heavier edge at the left. */
const HELD = 3;
const HELD_EDGE = 4;
const CHOSEN_EDGE = 3;
/** Pixels from a photo on a long ticket to the next. */
const AGAIN = 480;
const ECHO_DASH = [4, 3];
const LOST_EDGE = 6;
const CORNER = 18;
/** Part of a photo's strength on a ticket that is an echo, and of all of a ticket that is dragged elsewhere. */
const ECHO = 0.38;
const MOVING = 0.45;
/** Frames narrower than this, in pixels, get a line instead of holes. */
const OWN_HOLE = 2.5;
/** Holes of a smaller radius are drawn square: nobody can tell, and it is quicker. */
const OWN_ROUND = 1.2;

/** Where a stretch of frames lies on the canvas, as far as it is shown: its left side and width, in whole pixels. */
function stretch(
  { zoom, left, width }: TicketPen,
  start: number,
  end: number,
): { x: number; across: number } {
  const x = Math.max(-PAST, Math.round(start * zoom - left));
  return { x, across: Math.min(width + PAST, Math.round(end * zoom - left)) - x };
}

/** Draws a picture so that it fills a box, with what does not fit cut off evenly. */
export function drawCover(
  context: CanvasRenderingContext2D,
  picture: SmallPicture,
  box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number },
): void {
  const scale = Math.max(box.width / picture.width, box.height / picture.height);
  const width = box.width / scale;
  const height = box.height / scale;
  context.drawImage(
    picture,
    (picture.width - width) / 2,
    (picture.height - height) / 2,
    ...([width, height, box.x, box.y, box.width, box.height] as const),
  );
}

/**
 * A held pose shows its photo at the left; the rest of the ticket is paper. Seen close by, that would be out of sight:
 * it is traced again every so often, so that what is heard can be held against the pose.
 */
function drawPhotos(
  { context, zoom, left, width, band: { photo } }: TicketPen,
  { start, end }: ScheduledPose,
  picture: SmallPicture,
  strength: (again: boolean) => number,
): void {
  const begins = Math.round(start * zoom - left) + 1;
  const until = Math.round(end * zoom - left) - 2;
  const passed = Math.max(0, Math.ceil((-photo.width - begins) / AGAIN));
  for (let x = begins + passed * AGAIN; x < Math.min(until, width); x += AGAIN) {
    const across = Math.min(photo.width, until - x);
    context.globalAlpha = strength(x > begins);
    if (x === begins || across === photo.width)
      drawCover(context, picture, { x, y: 1, width: across, height: photo.height });
  }
}

/** Crosses out the photo of a ticket whose original is gone. */
function drawTorn({ context, theme, band: { photo } }: TicketPen, x: number, width: number): void {
  context.strokeStyle = theme.missing;
  context.lineWidth = 3;
  context.beginPath();
  context.moveTo(x + 2, 3);
  context.lineTo(x + width - 2, photo.height - 1);
  context.moveTo(x + width - 2, 3);
  context.lineTo(x + 2, photo.height - 1);
  context.stroke();
  context.lineWidth = 1;
}

/** Folds a red corner over the photo of a ticket. */
function drawCorner({ context, theme }: TicketPen, x: number): void {
  context.fillStyle = theme.missing;
  context.beginPath();
  context.moveTo(x + 1, 1);
  context.lineTo(x + 1 + CORNER, 1);
  context.lineTo(x + 1, 1 + CORNER);
  context.fill();
}

/** Draws a red edge over stretches of frames of which something is gone, where tickets are too narrow to show it on the photo. */
export function drawLost(pen: TicketPen, runs: readonly (readonly [start: number, end: number])[]): void {
  const { context, theme } = pen;
  context.fillStyle = theme.missing;
  for (const [start, end] of runs) {
    const { x, across } = stretch(pen, start, end);
    context.fillRect(x, 0, Math.max(2, across), LOST_EDGE);
  }
}

/** Draws tickets: paper, photo and edge. A pose shown again by a cycle is a tracing: dashed, and without weight. */
export function drawTickets(pen: TicketPen, tickets: readonly DrawnTicket[], pictured: boolean): void {
  const { context, theme, band } = pen;
  const corner = pictured ? ROUND : ROUND / 2;
  for (const { entry, chosen, moving, picture, missing, lostMend } of tickets) {
    const { x, across } = stretch(pen, entry.start, entry.end);
    // A pixel is left between two tickets.
    const width = across - 1;
    if (width < 1) continue;
    const echo = entry.showing > 0;
    const strength = moving ? MOVING : 1;
    context.globalAlpha = strength;
    context.beginPath();
    context.roundRect(x + 0.5, 0.5, width - 1, band.height - 1, Math.min(corner, width / 2));
    if (chosen || !echo) {
      context.fillStyle = chosen ? theme.chosenSheet : theme.sheet;
      context.fill();
    }
    if (pictured && picture)
      drawPhotos(pen, entry, picture, (again) => strength * (echo || again ? ECHO : 1));
    context.globalAlpha = strength;
    context.strokeStyle = chosen ? theme.chosen : theme.edge;
    context.setLineDash(echo ? ECHO_DASH : []);
    context.lineWidth = 1;
    context.stroke();
    context.setLineDash([]);
    if (missing) drawTorn(pen, x, Math.min(width, band.photo.width));
    if (lostMend && width > CORNER) drawCorner(pen, x);
    if (chosen) {
      context.strokeStyle = theme.chosen;
      context.lineWidth = CHOSEN_EDGE;
      const inset = CHOSEN_EDGE / 2;
      context.strokeRect(x + inset, inset, Math.max(0, width - CHOSEN_EDGE), band.height - CHOSEN_EDGE);
    }
    if (entry.pose.hold > HELD && width > 2 * HELD_EDGE) {
      context.fillStyle = chosen ? theme.chosen : theme.edge;
      context.fillRect(x, 1, HELD_EDGE, band.height - 2);
    }
  }
  context.globalAlpha = 1;
}

/** Punches a hole for each frame along the lower edge of the tickets, from a frame to that before another. */
export function drawHoles({ context, theme, zoom, left, band }: TicketPen, from: number, to: number): void {
  const y = band.height - band.margin / 2;
  if (zoom < OWN_HOLE) {
    context.fillStyle = theme.hole;
    context.globalAlpha = 0.5;
    context.fillRect(from * zoom - left, y - 1, (to - from) * zoom, 2);
    context.globalAlpha = 1;
    return;
  }
  const radius = Math.min(4, Math.max(0.8, zoom * 0.22));
  context.beginPath();
  for (let frame = from; frame < to; frame++) {
    const x = (frame + 0.5) * zoom - left;
    if (radius < OWN_ROUND) context.rect(x - radius, y - radius, 2 * radius, 2 * radius);
    else {
      context.moveTo(x + radius, y);
      context.arc(x, y, radius, 0, 2 * Math.PI);
    }
  }
  context.fillStyle = radius < OWN_ROUND ? theme.hole : theme.paper;
  context.fill();
  if (radius < OWN_ROUND) return;
  context.strokeStyle = theme.hole;
  context.lineWidth = 1;
  context.stroke();
}

/** Where tickets are too narrow to be drawn one by one: paper, and where there is room the lines between them. */
export function drawPaper(pen: TicketPen, frames: number, starts: readonly number[]): void {
  const { context, theme, zoom, left, band } = pen;
  const { x, across } = stretch(pen, 0, frames);
  context.fillStyle = theme.sheet;
  context.fillRect(x, 0, across, band.height);
  context.beginPath();
  for (const start of starts) {
    const at = Math.round(start * zoom - left) + 0.5;
    context.moveTo(at, 0);
    context.lineTo(at, band.height);
  }
  context.strokeStyle = theme.edge;
  context.lineWidth = 1;
  context.stroke();
}

/** Draws a veil over stretches of frames whose poses are all chosen, where those cannot be told from each other. */
export function drawVeils(pen: TicketPen, runs: readonly (readonly [start: number, end: number])[]): void {
  const { context, theme, band } = pen;
  for (const [start, end] of runs) {
    const { x, across } = stretch(pen, start, end);
    if (across < 1) continue;
    context.fillStyle = theme.chosen;
    context.globalAlpha = 0.28;
    context.fillRect(x, 0, across, band.height);
    context.globalAlpha = 1;
    context.strokeStyle = theme.chosen;
    context.lineWidth = 2;
    context.strokeRect(x + 1, 1, Math.max(0, across - 2), band.height - 2);
  }
}
