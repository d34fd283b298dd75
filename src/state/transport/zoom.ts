import type { Film } from '../../core/film/film';
import { scheduleOf } from '../../core/film/schedule';
import { STAGE_FACTS } from '../shell/stages';
import { openFilm, useFilm } from '../document/document';
import { selectionNow } from '../selection/selection';
import { setShell, shellNow, type ShellState, useShell } from '../shell/shell';
import { setTransport } from './transport';

/** Pixels a frame at the closest zoom: single frames as large as a stamp; in Sound single samples. */
const CLOSEST = 96;
const CLOSEST_TO_SOUND = 6000;
/** The widest that browsers lay anything out, in pixels, with room to spare. */
const WIDEST = 30e6;
/** Room left behind the last frame, in pixels. */
export const TAIL = 24;
const STEP = 1.5;

/** Pixels a frame that show `frames` in the room there is. */
const fitting = (frames: number, room: number): number =>
  frames === 0 ? 12 : Math.min(CLOSEST, Math.max(0.02, (room - TAIL) / frames));

/** While it is shot there is room for the next photo, too. */
function fitOf(film: Film | undefined, { stripWidth, stage }: ShellState): number {
  const frames = film ? scheduleOf(film).frames : 0;
  const next = film && frames > 0 && stage === 'shoot' ? film.settings.defaultHold : 0;
  return fitting(frames + next, stripWidth);
}

/** As picked, but never so far away that less than the film shows. */
const zoomOf = (film: Film | undefined, state: ShellState): number => {
  const fit = fitOf(film, state);
  return Math.max(state.zoom ?? fit, fit);
};

/** Pixels a frame on the strip now. */
export const zoomNow = (): number => zoomOf(openFilm(), shellNow());

/** Pixels a frame on the strip, followed by a view. */
export function useZoom(): number {
  const film = useFilm();
  return useShell((state) => zoomOf(film, state));
}

function closest(): number {
  const { stage } = shellNow();
  const film = openFilm();
  const frames = film ? scheduleOf(film).frames : 1;
  return STAGE_FACTS[stage].strip.closest === 'samples'
    ? Math.max(CLOSEST, Math.min(CLOSEST_TO_SOUND, WIDEST / Math.max(1, frames)))
    : CLOSEST;
}

/** So many times as close, never further away than the whole film. */
export function zoomStripBy(times: number): void {
  const fit = fitOf(openFilm(), shellNow());
  const next = zoomNow() * times;
  setShell({ zoom: next <= fit ? undefined : Math.min(closest(), next) });
}

/** One step closer (1) or further away (−1). */
export const zoomStrip = (direction: 1 | -1): void => zoomStripBy(direction === 1 ? STEP : 1 / STEP);

/** Shows the whole film, however it grows. */
export const zoomToAll = (): void => setShell({ zoom: undefined });

/** As close as the chosen poses fit, from the first to the last of them. */
export function zoomToChosen(): void {
  const film = openFilm();
  const { chosen } = selectionNow();
  const { stripWidth } = shellNow();
  if (!film || chosen.size === 0) return;
  const entries = scheduleOf(film).poses.filter((entry) => chosen.has(entry.pose.id));
  const first = entries[0];
  const last = entries.at(-1);
  if (!first || !last) return;
  setShell({ zoom: fitting(last.end - first.start, stripWidth), zoomFrom: first.start });
  setTransport({ frame: first.start });
}
