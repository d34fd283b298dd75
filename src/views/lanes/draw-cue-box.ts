import { samplesToPin, type PlacedCue } from '../../core/film/cue-place';
import { themeColours } from '../use-drawing-theme';
import type { WaveWindow } from './draw-waveform';

/** What boxes of cues are drawn with: colours of the theme, and the face of their names. */
export interface CueTheme {
  readonly lane: string;
  readonly ink: string;
  readonly card: string;
  readonly pin: string;
  readonly chosen: string;
  readonly loose: string;
  readonly font: string;
}

/** What the theme gives a lane; `element` has the lane's colour and the names' face. */
export function cueTheme(element: Element): CueTheme {
  const style = getComputedStyle(element);
  const token = themeColours(element);
  return {
    lane: style.color,
    font: style.font,
    ink: token('ink'),
    card: token('card'),
    pin: token('tomato'),
    chosen: token('brass'),
    loose: token('bad'),
  };
}

/** A cue is never narrower than this, in pixels. */
const LEAST = 3;
/** Boxes narrower than this, in pixels, show no name: nothing of it could be read. */
const NAMED = 36;
/** A box of a lane: pixels above and below it, and around its name. */
const ABOVE = 2;
const BELOW = 1;
const AROUND_NAME = 3;
const NAME_HEIGHT = 14;
const PIN = 4;
/** Pixels between the lines over what is not heard. */
const HATCH = 6;

const withAlpha = (context: CanvasRenderingContext2D, alpha: number, draw: () => void): void => {
  context.globalAlpha = alpha;
  draw();
  context.globalAlpha = 1;
};

/** What boxes are drawn with and on: a canvas, the theme of its lane, and the part of the lane that it shows. */
export interface CuePen {
  readonly context: CanvasRenderingContext2D;
  readonly theme: CueTheme;
  /** Another number each time type has been loaded: names are measured anew. */
  readonly fonts: number;
  readonly window: WaveWindow;
}

/** Widths of names in pixels: measuring takes as long as drawing. */
const widths = new Map<string, number>();
const MOST_REMEMBERED = 2000;

function widthOf({ context, fonts }: CuePen, name: string): number {
  const key = `${fonts} ${context.font} ${name}`;
  let width = widths.get(key);
  if (width === undefined) {
    if (widths.size >= MOST_REMEMBERED) widths.clear();
    width = context.measureText(name).width;
    widths.set(key, width);
  }
  return width;
}

/** A name, or as much of it as there is room for, and its width. */
function fitted(pen: CuePen, name: string, room: number): { text: string; width: number } {
  const width = widthOf(pen, name);
  if (width <= room) return { text: name, width };
  const letters = Math.max(1, Math.floor((room / width) * name.length) - 1);
  const text = `${name.slice(0, letters)}…`;
  return { text, width: Math.min(room, widthOf(pen, text)) };
}

/** Where a place of the film lies in a window, in pixels. */
const placeIn = ({ from, samplesAPixel }: WaveWindow, sample: number): number =>
  (sample - from) / samplesAPixel;

/** Boxes go on so many pixels past what is shown: seen close by, a cue would be a million wide. */
const PAST = 8;

/** Where a cue's box lies in a window, in pixels, as far as it is shown. */
function boxOf(
  { start, end }: PlacedCue,
  window: WaveWindow,
): { left: number; width: number; height: number } {
  const begins = placeIn(window, start);
  const left = Math.max(-PAST, begins);
  const right = Math.min(window.width + PAST, Math.max(begins + LEAST, placeIn(window, end)));
  return { left, width: right - left, height: window.height - ABOVE - BELOW };
}

/** Draws the ground of a cue's box, which lies under its waveform; what is not heard is hatched. */
export function drawCueGround({ context, theme, window }: CuePen, placed: PlacedCue, chosen: boolean): void {
  const { left, width, height } = boxOf(placed, window);
  context.fillStyle = chosen ? theme.chosen : theme.lane;
  withAlpha(context, chosen ? 0.24 : 0.15, () => context.fillRect(left, ABOVE, width, height));
  const silent = Math.max(left, placeIn(window, placed.heardUntil));
  const until = left + width;
  if (silent >= until) return;
  context.save();
  context.beginPath();
  context.rect(silent, ABOVE, until - silent, height);
  context.clip();
  context.beginPath();
  // Kept to a grid of the film, that the lines stay where they are as the strip is scrolled.
  const first = silent - ((silent + window.from / window.samplesAPixel) % HATCH) - height;
  for (let x = first; x < until; x += HATCH) {
    context.moveTo(x, ABOVE + height);
    context.lineTo(x + height, ABOVE);
  }
  context.strokeStyle = theme.lane;
  withAlpha(context, 0.5, () => context.stroke());
  context.restore();
}

/** Draws what lies over a cue's waveform: the edge of its box, and its name. */
export function drawCueFrame(pen: CuePen, placed: PlacedCue, chosen: boolean, missing = false): void {
  const { context, theme, window } = pen;
  const { cue, sound, loose } = placed;
  const { left, width, height } = boxOf(placed, window);
  // Without its pose, or without its samples.
  const torn = loose || missing;
  context.strokeStyle = chosen ? theme.chosen : torn ? theme.loose : theme.lane;
  context.lineWidth = chosen ? 2 : 1;
  context.setLineDash(torn ? [4, 3] : []);
  withAlpha(context, chosen || torn ? 1 : 0.55, () => {
    context.strokeRect(Math.round(left) + 0.5, ABOVE + 0.5, Math.round(width) - 1, height - 1);
    // Held at its time: nailed down at the left.
    if (cue.pin.to === 'time' && width > 6)
      context.strokeRect(Math.round(left) + 3.5, ABOVE + 0.5, 0, height - 1);
  });
  context.setLineDash([]);
  context.lineWidth = 1;
  const begins = placeIn(window, placed.start);
  const whole = placeIn(window, placed.end) - begins;
  if (whole < NAMED) return;
  const name = `${missing ? 'Missing: ' : ''}${cue.reversed ? '◂ ' : ''}${sound.name}${placed.showings ? ` × ${placed.showings.count.toLocaleString('en')}` : ''}`;
  const { text, width: long } = fitted(pen, name, whole - 2 * AROUND_NAME);
  const x = begins + AROUND_NAME + 1;
  context.fillStyle = theme.card;
  withAlpha(context, 0.78, () => context.fillRect(x - 1, ABOVE + 1, long + 2, NAME_HEIGHT));
  context.fillStyle = missing ? theme.loose : theme.ink;
  context.fillText(text, x, ABOVE + 1 + NAME_HEIGHT / 2);
}

/** Draws the heads of the pins of cues, at the moments that are tied to poses: all at once. */
export function drawPins({ context, theme, window }: CuePen, placed: readonly PlacedCue[]): void {
  context.beginPath();
  for (const { cue, start } of placed) {
    if (cue.pin.to !== 'pose') continue;
    const x = placeIn(window, start + samplesToPin(cue));
    context.moveTo(x + PIN, 0);
    context.arc(x, 0, PIN, 0, 2 * Math.PI);
  }
  context.fillStyle = theme.pin;
  context.fill();
  context.strokeStyle = theme.card;
  context.stroke();
}
