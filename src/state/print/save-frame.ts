import { fileOf } from '../../core/film/photo-picture';
import { photosById } from '../../core/film/film';
import { recipeOf } from '../../core/film/recipe-of';
import { frameOfPose, poseAt, scheduleOf } from '../../core/film/schedule';
import { fileName } from '../../core/formats/file-name';
import { writeFramePng } from '../../engine/browser/out/write-out';
import { reasonOf } from '../../engine/faults/reason-of';
import { openFilm } from '../document/document';
import { handOver } from '../shell/hand-over';
import { tell } from '../shell/shell';
import { transportNow } from '../transport/transport';

/** Hands the film's frame at the playhead over as one PNG, from its original, at the film's size. */
export async function saveFrame(): Promise<void> {
  const film = openFilm();
  if (!film) return;
  const { frame } = transportNow();
  const shown = poseAt(scheduleOf(film), frame);
  const photo = shown && photosById(film).get(shown.pose.photoId);
  const recipe = shown && recipeOf(film, shown.pose, frameOfPose(shown, frame));
  if (!photo || !recipe) return tell('There is no frame at the playhead.');
  try {
    handOver(
      await writeFramePng(recipe, fileOf(photo).name),
      fileName(`${film.title}, frame ${frame + 1}`, '.png'),
    );
  } catch (error) {
    tell(`Frame ${frame + 1} could not be saved. ${reasonOf(error)}`, 'wrong');
  }
}
