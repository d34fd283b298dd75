import { photosById } from '../../core/film/film';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { shotNeighbours } from '../../core/shoot/shot-neighbours';
import { takeBackEdit } from '../../core/shoot/shot-edits';
import { openFilm } from '../document/document';
import { edit, mayWrite } from '../document/edit-film';
import { tell } from '../shell/shell';
import { transportNow } from '../transport/transport';
import { endCheck } from './check';
import { showLive, useLive } from './live';
import { forgetSigns } from './look-at-shot';
import { setShooting, shootingNow } from './shooting';

/** The pose that is meant: the one on screen, or before the live picture the last one. */
function meantPose(): ReturnType<typeof poseAt> {
  const film = openFilm();
  if (!film) return undefined;
  const { frame } = transportNow();
  const { isLive } = useLive.getState();
  return isLive ? shotNeighbours(film, shootingNow().place, frame).against : poseAt(scheduleOf(film), frame);
}

/** Takes a photo back: its poses go, it stays in the tray, set aside. */
export function takeBackOne(): void {
  const film = openFilm();
  endCheck();
  const pose = meantPose()?.pose;
  const photo = film && pose && photosById(film).get(pose.photoId);
  if (!film || !photo || !mayWrite()) return;
  edit(takeBackEdit(film, photo));
  forgetSigns();
  tell(`${photo.name} is out of the film, set aside in the tray. Undo brings it back.`);
}

/** The next photo goes in place of the pose on screen, or of the last one. */
export function takeAgain(): void {
  endCheck();
  if (!meantPose()) return;
  setShooting({ place: 'instead' });
  showLive();
}
