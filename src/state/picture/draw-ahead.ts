import { create } from 'zustand';
import type { Film } from '../../core/film/film';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { DrawnPictures } from '../../engine/browser/pictures/drawn-pictures';
import { packedPicture } from '../../engine/browser/pictures/picture-workers';
import { isAtWork } from '../shell/at-work';
import { shellNow } from '../shell/shell';
import { transportNow } from '../transport/transport';
import { AheadDrawer, type DrawnSoFar } from './ahead-drawer';
import { wishesToDraw, type Surface } from './plan-drawing';
import { isDrafting } from './shown-film';

/** How far the pictures are drawn that take long, ahead of being played; undefined where nothing is to be drawn. */
export const useDrawnSoFar = create<{ readonly drawn: DrawnSoFar | undefined }>(() => ({ drawn: undefined }));

/** What packed pictures may take together, in bytes: some thousands of them. */
const BUDGET = 400 * 1024 * 1024;

/** Pictures drawn ahead. */
export const drawnPictures = new DrawnPictures(BUDGET);

/** What was followed last: the same film on the same surface is drawn once. */
let followed:
  { readonly film: Film; readonly surface: Surface; readonly isAwaited: () => boolean } | undefined;

const isBusy = (): boolean =>
  isDrafting() || isAtWork() || shellNow().incoming !== undefined || followed?.isAwaited() === true;

/** The part of the film's poses that lie before the playhead. */
function partPlayed(): number {
  const plan = followed && scheduleOf(followed.film);
  const here = plan && poseAt(plan, transportNow().frame);
  return here ? here.index / plan.count : 0;
}

const drawer = new AheadDrawer(
  {
    make: ({ recipe, size }) => packedPicture(recipe, size),
    isBusy,
    from: partPlayed,
    atOnce: () => (transportNow().playing ? 1 : 2),
    later: (then, milliseconds) => void setTimeout(then, milliseconds),
    now: () => performance.now(),
    tell: (drawn) => useDrawnSoFar.setState({ drawn }),
  },
  drawnPictures,
);

/** Draws the film's pictures ahead that take long, as a surface plays them; `isAwaited` tells whether one is waited for on it right now. */
export function drawAhead(film: Film, surface: Surface, isAwaited: () => boolean): void {
  const { width, height, ratio } = surface;
  const same = followed?.surface;
  if (followed?.film === film && same?.width === width && same.height === height && same.ratio === ratio)
    return;
  followed = { film, surface, isAwaited };
  const poses = scheduleOf(film).poses.map(({ pose }) => pose);
  drawer.follow(wishesToDraw(surface, film, poses));
}

/** Draws nothing more ahead, until the film is another. */
export const stopDrawingAhead = (): void => drawer.stop();
