import { err, ok, type Result } from '../../time/result';
import { count } from '../../time/format';
import { applyEdit } from '../apply-edit';
import { inSteps } from '../in-steps';
import type { Film } from '../../film/film';
import { placedTranscript, type PlacedWord } from '../../film/placed-transcript';
import { fitEdit } from './fit';
import { holdChange, shownOnce, startOn, type HoldChange, type Mark } from './start-on';

/** A word of the film: which one, in which cue. */
export interface WordRef {
  readonly wordId: string;
  readonly cueId: string;
}

const wordIn = (film: Film, { wordId, cueId }: WordRef): PlacedWord | undefined =>
  placedTranscript(film).find(({ word, placed }) => word.id === wordId && placed.cue.id === cueId);

function markOf(film: Film, ref: WordRef): Mark {
  const text = wordIn(film, ref)?.word.text;
  return { called: text ? `“${text}”` : 'the word', frameIn: (now) => wordIn(now, ref)?.frame };
}

/** Holds a pose until a word: what is shown next starts on the word's frame, or `early` frames before. */
export function holdUntilWord(film: Film, poseId: string, ref: WordRef, early = 0): Result<HoldChange> {
  const entry = shownOnce(film, poseId);
  if (!entry.ok) return entry;
  const mark = markOf(film, ref);
  const edit = startOn(film, entry.value.index + 1, mark, early);
  return edit.ok ? ok(holdChange(film, `Pose held to ${mark.called}`, [edit.value])) : edit;
}

/** Starts each of some poses with its word, in the order of the film; the poses between keep their holds. */
export function startWithWords(
  film: Film,
  poseIds: readonly string[],
  refs: readonly WordRef[],
  early = 0,
): Result<HoldChange> {
  if (poseIds.length !== refs.length) {
    return err(
      `${count(poseIds.length, 'pose is', 'poses are')} chosen, ${count(refs.length, 'word is', 'words are')} here: choose as many of each.`,
    );
  }
  const edits = inSteps(
    film,
    poseIds.map((poseId, i) => (now) => {
      const entry = shownOnce(now, poseId);
      return entry.ok ? startOn(now, entry.value.index, markOf(now, refs[i] as WordRef), early) : entry;
    }),
  );
  return edits.ok
    ? ok(holdChange(film, `${count(poseIds.length, 'pose')} put on words`, edits.value))
    : edits;
}

/** Fits a run of poses between two words, exactly: it starts with the first, and what follows starts with the second. */
export function fitBetweenWords(
  film: Film,
  poseIds: readonly string[],
  [from, to]: readonly [WordRef, WordRef],
  newId: () => string,
  early = 0,
): Result<HoldChange> {
  const first = shownOnce(film, poseIds[0] ?? '');
  if (!first.ok) return first;
  const [opening, closing] = [markOf(film, from), markOf(film, to)];
  const start = startOn(film, first.value.index, opening, early);
  if (!start.ok) return start;
  const begun = applyEdit(film, start.value);
  const [starts, ends] = [opening.frameIn(begun), closing.frameIn(begun)];
  if (starts === undefined || ends === undefined) return err('The word is not heard in the film.');
  const frames = ends - starts;
  if (frames < 1) return err(`There is no frame between ${opening.called} and ${closing.called}.`);
  const fit = fitEdit(begun, poseIds, frames, newId);
  if (!fit) return err('The poses do not fit: a cycle in them would become too many.');
  if (fit.dropped > 0) {
    return err(
      `${count(poseIds.length, 'pose')} do not fit into ${count(frames, 'frame')}: ${fit.dropped} too many. Choose fewer.`,
    );
  }
  const words = `Poses fitted between ${opening.called} and ${closing.called}`;
  const change = holdChange(film, words, [start.value, fit.edit]);
  return closing.frameIn(applyEdit(film, change.edit)) === ends
    ? ok(change)
    : err(`The sound of ${closing.called} would move too. Set “Tied to” to the time of the film.`);
}
