import { failed, found, type Parsed } from '../../time/parsed';
import { count } from '../../time/words';
import { applyEdit } from '../edits/apply-edit';
import { together, type Edit } from '../edits/edit';
import type { Film } from '../film';
import { placedWords, type PlacedWord } from '../placed-words';
import { scheduleOf, showingAt, type ScheduledPose } from '../schedule';
import { fitEdit } from './fit';

/** A word of the film: which one, in which cue. */
export interface WordRef {
  readonly wordId: string;
  readonly cueId: string;
}

/** What is to be done to holds, and what it comes to, before it is done. */
export interface HoldChange {
  readonly edit: Edit;
  /** Length of the film before and after, in frames. */
  readonly before: number;
  readonly after: number;
}

const wordIn = (film: Film, { wordId, cueId }: WordRef): PlacedWord | undefined =>
  placedWords(film).find(({ word, placed }) => word.id === wordId && placed.cue.id === cueId);

const called = ({ word }: PlacedWord): string => (word.text ? `“${word.text}”` : 'the word');

/** The pose, where it is shown once; a sentence where a cycle shows it several times, or not at all. */
function shownOnce(film: Film, poseId: string): Parsed<ScheduledPose> {
  const entry = scheduleOf(film).firsts.get(poseId);
  if (!entry) return failed('The pose is not shown in the film.');
  return entry.showings > 1
    ? failed(
        `Pose ${entry.index + 1} is shown ${count(entry.showings, 'time')} by a cycle; unroll the cycle first.`,
      )
    : found(entry);
}

/** The edit that makes a pose, or the end of the film, start on the frame of a word, by the hold of the pose before it. */
function startOn(film: Film, index: number, ref: WordRef, early: number): Parsed<Edit> {
  const plan = scheduleOf(film);
  const word = wordIn(film, ref);
  if (!word) return failed('The word is not heard in the film.');
  const before = showingAt(plan, index - 1);
  const wanted = word.frame - early;
  const start = showingAt(plan, index)?.start ?? plan.frames;
  if (start === wanted) return found(together('Nothing changed', []));
  if (!before)
    return failed(`The first pose starts the film; ${called(word)} is heard on frame ${word.frame + 1}.`);
  const once = shownOnce(film, before.pose.id);
  if (!once.ok) return once;
  const hold = wanted - before.start;
  if (hold < 1) {
    return failed(
      `Pose ${before.index + 1} starts on frame ${before.start + 1}: it would have no frame left before ${called(word)} on frame ${wanted + 1}.`,
    );
  }
  const edit: Edit = { kind: 'set-holds', holds: [{ poseId: before.pose.id, hold }] };
  const after = applyEdit(film, edit);
  const moved = wordIn(after, ref);
  if (moved?.frame !== word.frame) {
    return failed(
      `${called(word)} is tied to a pose that would move along. Tie its cue to a pose before pose ${before.index + 2}, or to the time of the film.`,
    );
  }
  return found(edit);
}

function changed(film: Film, words: string, edits: readonly Edit[]): HoldChange {
  const edit = together(words, edits);
  return { edit, before: scheduleOf(film).frames, after: scheduleOf(applyEdit(film, edit)).frames };
}

/** Holds a pose until a word: what is shown next starts on the word's frame, or `early` frames before. */
export function holdUntilWord(film: Film, poseId: string, ref: WordRef, early = 0): Parsed<HoldChange> {
  const entry = shownOnce(film, poseId);
  if (!entry.ok) return entry;
  const edit = startOn(film, entry.value.index + 1, ref, early);
  const word = wordIn(film, ref);
  return edit.ok && word
    ? found(changed(film, `Pose held to ${called(word)}`, [edit.value]))
    : (edit as Parsed<never>);
}

/** Starts each of some poses with its word, in the order of the film; the poses between keep their holds. */
export function startWithWords(
  film: Film,
  poseIds: readonly string[],
  refs: readonly WordRef[],
  early = 0,
): Parsed<HoldChange> {
  if (poseIds.length !== refs.length) {
    return failed(
      `${count(poseIds.length, 'pose is', 'poses are')} chosen and ${count(refs.length, 'word is', 'words are')} to be met: choose as many poses as words.`,
    );
  }
  let now = film;
  const edits: Edit[] = [];
  for (const [i, poseId] of poseIds.entries()) {
    const entry = shownOnce(now, poseId);
    if (!entry.ok) return entry;
    const edit = startOn(now, entry.value.index, refs[i] as WordRef, early);
    if (!edit.ok) return edit;
    edits.push(edit.value);
    now = applyEdit(now, edit.value);
  }
  return found(changed(film, `${count(poseIds.length, 'pose')} put on words`, edits));
}

/** Fits a run of poses between two words, exactly: it starts with the first, and what follows starts with the second. */
export function fitBetweenWords(
  film: Film,
  poseIds: readonly string[],
  [from, to]: readonly [WordRef, WordRef],
  newId: () => string,
  early = 0,
): Parsed<HoldChange> {
  const first = shownOnce(film, poseIds[0] ?? '');
  if (!first.ok) return first;
  const start = startOn(film, first.value.index, from, early);
  if (!start.ok) return start;
  const begun = applyEdit(film, start.value);
  const words = [wordIn(begun, from), wordIn(begun, to)] as const;
  if (!words[0] || !words[1]) return failed('The word is not heard in the film.');
  const frames = words[1].frame - words[0].frame;
  if (frames < 1) return failed(`There is no frame between ${called(words[0])} and ${called(words[1])}.`);
  const fit = fitEdit(begun, poseIds, frames, newId);
  if (!fit) return failed('The run cannot be fitted: a cycle in it would become too many poses.');
  if (fit.dropped > 0) {
    return failed(
      `${count(poseIds.length, 'pose')} do not fit into ${count(frames, 'frame')}: ${fit.dropped} would have to go. Choose fewer.`,
    );
  }
  const change = changed(film, `Run fitted between ${called(words[0])} and ${called(words[1])}`, [
    start.value,
    fit.edit,
  ]);
  const met = wordIn(applyEdit(film, change.edit), to);
  return met?.frame === words[1].frame
    ? found(change)
    : failed(
        `${called(words[1])} is tied to a pose that would move along. Tie its cue to the time of the film first.`,
      );
}
