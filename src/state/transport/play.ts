import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { poseAt, scheduleOf, showingAt } from '../../core/film/schedule';
import { rateNumber } from '../../core/time/rate';
import { openFilm } from '../document/document';
import { isPictureReady } from '../picture/shown-pictures';
import { selectionNow } from '../selection/selection';
import { soundFrame } from '../sound/sound-out';
import { PAGE_WORLD } from './page-world';
import { Player } from './player';
import type { PlayWay } from './player-world';
import { spanToPlay } from './span-to-play';
import { setTransport, transportNow } from './transport';

/** The player of this page. */
const player = new Player({
  film: openFilm,
  transport: { now: transportNow, set: setTransport },
  ...PAGE_WORLD,
  isReady: isPictureReady,
});

/** Plays from the playhead, or a part from its start. */
export const play = (playSpan?: Span, way?: PlayWay): void => player.play(playSpan, way);

/** Stops playing; the playhead stays where it is. */
export const pause = (): void => player.pause();

/** Puts the playhead on a frame, kept within the film. */
export const goTo = (frame: number): void => player.goTo(frame);

/** Drags the playhead towards a frame, from pose to pose. */
export const dragTo = (frame: number): void => player.dragTo(frame);

/** The place that is played now in frames, whole or not; undefined while nothing plays. */
export const placeNow = (): number | undefined => player.place();

/** What is being played, or would be. */
export const spanPlayed = (film: Film): Span => spanToPlay(film, transportNow().playSpan);

/** Plays from the first to the last chosen pose, with what lies between. */
export function playChosen(): void {
  const film = openFilm();
  const { chosen } = selectionNow();
  if (!film || chosen.size === 0) return play();
  const shown = scheduleOf(film).poses.filter(({ pose }) => chosen.has(pose.id));
  const from = Math.min(...shown.map((each) => each.start));
  const to = Math.max(...shown.map((each) => each.end));
  if (from < to) play({ from, to });
}

/** Seconds before and after the pose on screen that are played around it. */
const AROUND = 2;

/** Plays the pose on screen with the two seconds before and after it. */
export function playAround(): void {
  const film = openFilm();
  const plan = film && scheduleOf(film);
  const here = plan && poseAt(plan, transportNow().frame);
  if (!film || !plan || !here) return;
  const reach = Math.round(AROUND * rateNumber(film.settings.rate));
  play({ from: Math.max(0, here.start - reach), to: Math.min(plan.frames, here.end + reach) });
}

/** Plays a scene. */
export function playScene(sceneId: string): void {
  const film = openFilm();
  const scene = film && scheduleOf(film).scenes.find((each) => each.sceneId === sceneId);
  if (scene && scene.start < scene.end) play({ from: scene.start, to: scene.end });
}

/** Speeds to check by, as parts of the film's rate. */
export const SPEEDS = [0.25, 0.5, 1, 1.5, 2] as const;

/** Sets the speed to check by. */
export const setSpeed = (speed: number): void => setTransport({ speed });

/** Plays, or stops. */
export const playOrPause = (): void => (transportNow().playing ? pause() : play());

/** Plays round and round, or to the end. */
export const toggleLoop = (): void => setTransport({ loop: !transportNow().loop });

/** Lets the frame on screen be heard. */
function soundHere(): void {
  const film = openFilm();
  if (film) void soundFrame(film, transportNow().frame);
}

/** Stops and steps by frames; past an end it stays there. */
export function stepFrames(by: number): void {
  pause();
  goTo(transportNow().frame + by);
  soundHere();
}

/** Stops and steps to the start of the next pose or of the one before. */
export function stepPoses(by: 1 | -1): void {
  const film = openFilm();
  if (!film) return;
  pause();
  const plan = scheduleOf(film);
  const here = poseAt(plan, transportNow().frame);
  if (!here) return;
  const target = showingAt(plan, here.index + by);
  if (target) goTo(target.start);
  soundHere();
}

/** Stops on the last frame. */
export function goToEnd(): void {
  pause();
  goTo(Number.MAX_SAFE_INTEGER);
}

/** Puts the playhead on the first frame. */
export function goToStart(): void {
  goTo(0);
}
