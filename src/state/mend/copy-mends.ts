import { copyFramingEdit } from '../../core/edits/crop-edits';
import { copyLightEdit } from '../../core/edits/mend-edits';
import { copyNudgeEdit } from '../../core/edits/steady-edits';
import { keyOf } from '../../core/film/key-of';
import { photosById } from '../../core/film/film';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { newId } from '../../engine/browser/new-id';
import { pasteDrawing } from './draw/pose-drawings';
import { setKey } from './key/keys';
import { lookInScope, setLook } from './looks';
import { openFilm } from '../document/document';
import { edit, targetPoses } from '../document/edit-film';
import { tell } from '../shell/shell';
import { transportNow } from '../transport/transport';
import { mendNow, setMend } from './mend';
import { targetPhotoIds } from './target-photos';

/** Remembers the pose on screen: what the open tool sets of it can be given to others. */
export function copyMends(): void {
  const film = openFilm();
  const here = film && poseAt(scheduleOf(film), transportNow().frame);
  if (!here) return;
  const { lookScope } = mendNow();
  const copiedKey = keyOf(film, here.pose);
  setMend({ copiedFrom: here.pose.id, copiedLook: lookInScope(film, lookScope), copiedKey });
  tell('The open tool’s settings of this pose are copied. Choose poses and paste them.');
}

/** Gives the chosen poses what the open tool sets of the pose that was copied: its light, its place by hand, its framing, its colour, its key or its drawing. */
export function pasteMends(): void {
  if (mendNow().tool === 'colour') return pasteLook();
  if (mendNow().tool === 'key') return pasteKey();
  if (mendNow().tool === 'draw') return pasteDrawing(mendNow().copiedFrom);
  if (mendNow().tool === 'paint')
    return tell(
      'Strokes cannot be copied. Carry them on to the next photos (M): there they follow what they cover.',
    );
  const film = openFilm();
  const { copiedFrom, tool } = mendNow();
  const from = film && scheduleOf(film).firsts.get(copiedFrom ?? '')?.pose;
  const photo = from && photosById(film).get(from.photoId);
  if (!photo) tell('No mends are copied yet. Show a pose and copy them first.');
  else if (tool === 'framing') edit(copyFramingEdit(film, from, targetPoses()));
  else if (tool === 'steady') edit(copyNudgeEdit(film, photo, targetPhotoIds()));
  else edit(copyLightEdit(film, photo, targetPhotoIds()));
}

/** Gives what a key is set for the one that was copied. */
function pasteKey(): void {
  const { copiedKey } = mendNow();
  if (!copiedKey) tell('No key is copied yet. Show a pose that is cut out and copy it first.');
  else setKey(copiedKey, 'pasted');
}

/** Gives what a look is set for the stack that was copied. */
function pasteLook(): void {
  const { copiedLook } = mendNow();
  if (!copiedLook) tell('No mends are copied yet. Show a pose and copy them first.');
  else
    setLook(
      copiedLook.map((step) => ({ ...step, id: newId() })),
      'pasted',
    );
}
