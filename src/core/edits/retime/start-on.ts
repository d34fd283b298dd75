import { err, ok, type Result } from '../../time/result';
import { count } from '../../time/format';
import { applyEdit } from '../apply-edit';
import { batch, type Edit } from '../edit';
import type { Film } from '../../film/film';
import { scheduleOf, showingAt, type ScheduledPose } from '../../film/schedule';

/** A moment of what is heard, such as a word or a beat, on which a pose is to start. */
export interface Mark {
  /** As a sentence calls it: `the word`, `“Wait”`, `the beat`. */
  readonly called: string;
  /** Its frame in a film; it may move with poses. Undefined where it is not heard. */
  readonly frameIn: (film: Film) => number | undefined;
}

/** What is to be done to holds, and what it comes to, before it is done. */
export interface HoldChange {
  readonly edit: Edit;
  /** Length of the film before and after, in frames. */
  readonly before: number;
  readonly after: number;
}

export function holdChange(film: Film, words: string, edits: readonly Edit[]): HoldChange {
  const edit = batch(words, edits);
  return { edit, before: scheduleOf(film).frames, after: scheduleOf(applyEdit(film, edit)).frames };
}

/** The pose, where it is shown once; a sentence where a cycle shows it several times, or not at all. */
export function shownOnce(film: Film, poseId: string): Result<ScheduledPose> {
  const entry = scheduleOf(film).firsts.get(poseId);
  if (!entry) return err('The pose is not shown in the film.');
  return entry.showings > 1
    ? err(
        `Pose ${entry.index + 1} is shown ${count(entry.showings, 'time')} by a cycle; unroll the cycle first.`,
      )
    : ok(entry);
}

/** Words at the start of a sentence. */
const atStart = (words: string): string => `${words[0]?.toUpperCase() ?? ''}${words.slice(1)}`;

/** The edit that makes a pose, or the end of the film, start on the frame of a mark, by the hold of the pose before it. */
export function startOn(film: Film, index: number, mark: Mark, early = 0): Result<Edit> {
  const plan = scheduleOf(film);
  const frame = mark.frameIn(film);
  if (frame === undefined) return err(`${atStart(mark.called)} is not heard in the film.`);
  const before = showingAt(plan, index - 1);
  const wanted = frame - early;
  const start = showingAt(plan, index)?.start ?? plan.frames;
  if (start === wanted) return ok(batch('Nothing changed', []));
  if (!before) return err(`The first pose starts the film; ${mark.called} is heard on frame ${frame + 1}.`);
  const once = shownOnce(film, before.pose.id);
  if (!once.ok) return once;
  const hold = wanted - before.start;
  if (hold < 1) {
    return err(
      `Pose ${before.index + 1} starts on frame ${before.start + 1}: it would have no frame left before ${mark.called} on frame ${wanted + 1}.`,
    );
  }
  const edit: Edit = { kind: 'patch', of: 'items', patches: [{ id: before.pose.id, patch: { hold } }] };
  if (mark.frameIn(applyEdit(film, edit)) !== frame) {
    return err(
      `The sound of ${atStart(mark.called)} would move too. Set “Tied to” to a pose before pose ${before.index + 2}, or to the time of the film.`,
    );
  }
  return ok(edit);
}
