import { secondsToLength } from '../../core/time/frames';
import { newId } from '../../engine/browser/new-id';
import {
  exchangeEdit,
  holdEdit,
  moveBefore,
  removeEdit,
  reverseEdit,
  shiftByOne,
  type Gap,
} from '../../core/edits/arrange';
import {
  copiedPoses,
  cutPoses as cutWithTies,
  duplicateEdit,
  pasteEdit,
  type Copied,
} from '../../core/edits/copy-edits';
import { holdEach, type Edit } from '../../core/edits/edit';
import type { Film } from '../../core/film/film';
import { chosenItems, posesIn, posesOf } from '../../core/film/items';
import { scheduleOf } from '../../core/film/schedule';
import { isHold, LONGEST_HOLD } from '../../core/time/hold';
import { count } from '../../core/time/format';
import { edit, mayWrite, targetPoses } from '../document/edit-film';
import { openFilm } from '../document/document';
import { setSelection } from '../selection/selection';
import { tell } from '../shell/shell';
import { setTransport } from '../transport/transport';

/** Does something with the meant poses of the open film; nothing where there are none. */
function withMeant(make: (film: Film, poseIds: readonly string[]) => Edit | undefined): void {
  const film = openFilm();
  const poses = targetPoses();
  const change = film && poses.length > 0 ? make(film, poses) : undefined;
  if (change) edit(change);
}

/** Chooses poses and puts the playhead on the first of them. */
export function showPoses(poseIds: readonly string[]): void {
  const film = openFilm();
  const wanted = new Set(poseIds);
  const first = film && scheduleOf(film).poses.find(({ pose }) => wanted.has(pose.id));
  if (!first) return;
  setTransport({ frame: first.start });
  setSelection({ chosen: wanted, anchor: first.pose.id });
}

/** Carries out an edit and chooses the poses that it made. */
export function editAndShow(make: (film: Film, newId: () => string) => Edit | undefined): void {
  const before = openFilm();
  const change = before && make(before, newId);
  if (!before || !change) return;
  const known = new Set(posesOf(before).map((pose) => pose.id));
  edit(change);
  const after = openFilm();
  if (after) showPoses(posesOf(after).flatMap((pose) => (known.has(pose.id) ? [] : [pose.id])));
}

/** Sets the hold of the target poses, in frames. */
export function setHold(hold: number): void {
  if (isHold(hold)) withMeant((_, poses) => holdEdit(poses, hold));
}

/** Sets the hold of the meant poses in seconds, to the nearest frame. */
export function setHoldSeconds(seconds: number): void {
  const film = openFilm();
  if (film) setHold(secondsToLength(seconds, film.settings.rate));
}

/** Sets the hold of one pose, whatever is chosen. */
export function setHoldOf(poseId: string, hold: number): void {
  if (isHold(hold)) edit(holdEdit([poseId], hold));
}

/** Lengthens or shortens each of the meant poses by some frames, never below one. */
export function changeHold(by: number): void {
  withMeant((film, poses) => {
    const meant = new Set(poses);
    const holds = posesOf(film)
      .filter((pose) => meant.has(pose.id))
      .map((pose) => ({ poseId: pose.id, hold: Math.min(LONGEST_HOLD, Math.max(1, pose.hold + by)) }));
    return holdEach(holds);
  });
}

/** Deletes the target poses; the gap closes. */
export const deletePoses = (): void => withMeant(removeEdit);

/** Moves the meant poses one place earlier or later. */
export const shiftPoses = (direction: 1 | -1): void =>
  withMeant((film, poses) => shiftByOne(film, poses, direction));

/** Moves poses into a gap between others. */
export function movePoses(poseIds: readonly string[], gap: Gap): void {
  const film = openFilm();
  if (film) edit(moveBefore(film, poseIds, gap));
}

/** Turns the order of the target poses round. */
export const reversePoses = (): void => withMeant(reverseEdit);

/** Has two chosen poses change places; the person is told where there are not two. */
export function exchangePoses(): void {
  withMeant((film, poses) => {
    const change = exchangeEdit(film, poses);
    if (!change) tell(`Choose two poses to swap; ${count(poses.length, 'pose')} are chosen.`);
    return change;
  });
}

/** Puts copies of the target poses behind them. */
export const duplicatePoses = (): void => {
  const poses = targetPoses();
  editAndShow((film, fresh) => duplicateEdit(film, poses, fresh));
};

/** What was copied or cut last, in whatever film. */
let clipboard: Copied = { items: [], cues: [], flags: [] };

const alongWords = ({ cues }: Copied): string =>
  cues.length > 0 ? `, with ${count(cues.length, 'cue')}` : '';

/** Remembers the target poses, to be pasted. */
export function copyPoses(): void {
  const film = openFilm();
  const poses = targetPoses();
  if (!film || poses.length === 0) return;
  clipboard = copiedPoses(film, poses);
  tell(`${count(poses.length, 'pose')} copied${alongWords(clipboard)}.`, 'done');
}

/** Remembers the target poses and deletes them. */
export function cutPoses(): void {
  const film = openFilm();
  const poses = targetPoses();
  if (!film || poses.length === 0 || !mayWrite()) return;
  clipboard = cutWithTies(film, poses);
  edit(removeEdit(film, poses));
  if (clipboard.cues.length > 0)
    tell(
      `${count(poses.length, 'pose')} cut. ${count(clipboard.cues.length, 'cue')} tied to them will go where they are pasted.`,
      'done',
    );
}

/** The gap behind the last of the meant poses; the end of the film's last scene where it has none. */
export function gapBehindMeant(film: Film): Gap {
  const last = chosenItems(film, targetPoses()).at(-1);
  if (last) return { parentId: last.parentId, index: last.index + 1 };
  const scene = film.scenes.at(-1);
  return { parentId: scene?.id ?? '', index: scene?.items.length ?? 0 };
}

/** Puts what is remembered behind the target poses. */
export function pastePoses(): void {
  const film = openFilm();
  if (!film) return;
  const { items, cues } = clipboard;
  if (items.length === 0) return tell('Nothing is copied yet. Choose poses and copy or cut them first.');
  const photos = new Set(film.photos.map((photo) => photo.id));
  if (posesIn(items).some((pose) => !photos.has(pose.photoId))) {
    return tell('The copied poses show photos that this film does not have. Add the photos first.');
  }
  const sounds = new Set(film.sounds.map((sound) => sound.id));
  const unheard = cues.filter((cue) => !sounds.has(cue.soundId)).length;
  if (unheard > 0) tell(`${count(unheard, 'cue')} not pasted: this film does not have the sounds.`);
  editAndShow((open, fresh) => pasteEdit(open, clipboard, gapBehindMeant(open), fresh));
}
