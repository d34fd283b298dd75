import { create } from 'zustand';
import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { poseAt, scheduleOf, showingOf } from '../../core/film/schedule';
import { rateNumber } from '../../core/time/rate';
import { withLivePose } from '../../core/shoot/shot-neighbours';
import { openFilm } from '../document/document';
import { soundFrame } from '../sound/sound-out';
import { goTo, pause } from '../transport/play';
import { PAGE_WORLD } from '../transport/page-world';
import { Player } from '../transport/player';
import { setTransport, transportNow } from '../transport/transport';
import { openCameraNow, useCamera } from './camera';
import { showLive, useLive } from './live';
import { shootingNow } from './shooting';

interface CheckState {
  /** The film with the live picture as the pose that comes next; undefined while nothing is checked. */
  readonly film: Film | undefined;
  /** The pose of it that is live. */
  readonly liveId: string | undefined;
  /** What of it is played. */
  readonly span: Span | undefined;
  readonly frame: number;
  readonly playing: boolean;
}

/** The last seconds with the live picture behind them, as they are played to check. */
export const useCheck = create<CheckState>(() => ({
  film: undefined,
  liveId: undefined,
  span: undefined,
  frame: 0,
  playing: false,
}));

const state = useCheck.getState;
const set = useCheck.setState;

/** Whether the picture of a pose can be shown; said by who shows it. */
let isReady: (poseId: string) => boolean = () => true;
export const sayWhatIsReady = (say: (poseId: string) => boolean): void => {
  isReady = say;
};

const player = new Player({
  film: () => state().film,
  transport: {
    now: () => ({
      ...transportNow(),
      loop: true,
      frame: state().frame,
      playing: state().playing,
      playSpan: state().span,
    }),
    set: ({ frame, playing }) =>
      set({
        ...(frame === undefined ? {} : { frame }),
        ...(playing === undefined ? {} : { playing }),
      }),
  },
  ...PAGE_WORLD,
  isReady: ({ pose }) => pose.id === state().liveId || isReady(pose.id),
});

/** The last seconds of a film up to the end of a pose of it, or to its own. */
function spanBefore(film: Film, poseId: string | undefined): Span {
  const plan = scheduleOf(film);
  const live = poseId === undefined ? undefined : showingOf(plan, poseId, 0);
  const to = live?.end ?? plan.frames;
  const reach = Math.round(shootingNow().checked * rateNumber(film.settings.rate));
  return { from: Math.max(0, (live?.start ?? to) - reach), to };
}

/** Plays the last seconds round and round, with the live picture as the last frame where there is one. */
export function checkLast(): void {
  const film = openFilm();
  if (!film) return;
  pause();
  const { photo } = useCamera.getState();
  const { place } = shootingNow();
  const poseId = poseAt(scheduleOf(film), transportNow().frame)?.pose.id;
  const shot =
    openCameraNow() && photo
      ? withLivePose(film, photo, { place, poseId, hold: film.settings.defaultHold })
      : { film, poseId: undefined };
  if (scheduleOf(shot.film).frames === 0) return;
  const span = spanBefore(shot.film, shot.poseId);
  set({ film: shot.film, liveId: shot.poseId, span, frame: 0 });
  player.play(span);
}

/** Ends checking. */
export function endCheck(): void {
  if (!state().film) return;
  player.pause();
  set({ film: undefined, liveId: undefined, span: undefined, playing: false });
}

/** Plays the last seconds, or stops. */
export const checkOrStop = (): void => (state().film ? endCheck() : checkLast());

/** Steps back through the film from the live picture, and on to it again. */
export function stepInShoot(by: number): void {
  endCheck();
  const film = openFilm();
  const frames = film ? scheduleOf(film).frames : 0;
  if (frames === 0) return;
  const { isLive } = useLive.getState();
  const { frame } = transportNow();
  if (isLive) {
    if (by > 0) return;
    showLive(false);
    return;
  }
  if (frame + by >= frames) return showLive();
  goTo(frame + by);
  if (film) void soundFrame(film, frame + by);
}

/** Steps to the pose before, or the next; behind the last is the live picture. */
export function stepPoseInShoot(by: 1 | -1): void {
  endCheck();
  const film = openFilm();
  const plan = film && scheduleOf(film);
  const here = plan && poseAt(plan, transportNow().frame);
  if (!film || !here) return;
  if (useLive.getState().isLive) {
    if (by < 0) showLive(false);
    return;
  }
  const target = by > 0 ? here.end : here.start - 1;
  if (target >= plan.frames) return showLive();
  const entry = poseAt(plan, Math.max(0, target));
  if (entry) setTransport({ frame: entry.start });
}
