import { poseAt, scheduleOf } from '../../core/film/schedule';
import { openFilm } from '../document/document';
import { tell } from '../shell/shell';
import { goTo, stepPoses } from '../transport/play';
import { transportNow } from '../transport/transport';
import { mendNow, setMend } from './mend';
import { nudgePhoto } from './move-photos';
import { photoOnScreen } from './target-photos';

/** From here on the same point is clicked in photo after photo: the first click says where it should lie. */
export function startPointing(): void {
  setMend({ pointing: { to: undefined } });
  tell('Click a point that does not move, here and in each photo after it.');
}

/** Ends it. */
export const stopPointing = (): void => setMend({ pointing: undefined });

/** A point was clicked, in pixels of the film's whole picture: the photo on screen is moved so that it lies where the first one did. */
export function pointAt(point: { readonly x: number; readonly y: number }): void {
  const film = openFilm();
  const { pointing } = mendNow();
  const photo = film && photoOnScreen(film);
  if (!pointing || !photo) return;
  const { to } = pointing;
  if (to) nudgePhoto(photo.id, { right: to.x - point.x, down: to.y - point.y });
  else setMend({ pointing: { to: point } });
  const { frame } = transportNow();
  stepPoses(1);
  const plan = scheduleOf(film);
  if (poseAt(plan, frame)?.pose.id === poseAt(plan, transportNow().frame)?.pose.id) {
    stopPointing();
    goTo(frame);
    tell('That was the last photo.', 'done');
  }
}
