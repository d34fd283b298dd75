import type { Film } from '../film/film';
import { applyEdit } from './apply-edit';
import { batch, lasting, putAll, stays, type Edit } from './edit';
import { editLabel } from './edit-label';
import { invertEdit } from './invert-edit';
import { loosened } from '../film/moments';
import { scheduleOf } from '../film/schedule';

/** An edit that was carried out, and what takes it back. */
export interface Step {
  readonly edit: Edit;
  readonly inverse: Edit;
}

/** A film with what was done to it and what was taken back. A value; every function makes a new one. */
export interface History {
  readonly film: Film;
  readonly done: readonly Step[];
  readonly undone: readonly Step[];
}

export const startHistory = (film: Film): History => ({ film, done: [], undone: [] });

/** An edit together with what flags, points and cues have to remember when it takes their poses away. */
function withMoments(film: Film, edit: Edit): Edit {
  if (film.flags.length === 0 && film.cues.length === 0 && !film.range.in && !film.range.out) return edit;
  const after = scheduleOf(applyEdit(film, edit));
  const { flags, range, cues } = loosened(film, scheduleOf(film), after);
  if (flags.length === 0 && cues.length === 0 && !range.in && !range.out) return edit;
  const named = stays(edit) ? lasting : batch;
  return named(editLabel(edit), [
    edit,
    putAll('flags', flags),
    putAll('cues', cues),
    { kind: 'patch', of: 'range', patch: range },
  ]);
}

/** Carries out an edit; what had been taken back can no longer be done again. */
export function perform({ film, done }: History, change: Edit): History {
  const edit = withMoments(film, change);
  return {
    film: applyEdit(film, edit),
    done: [...done, { edit, inverse: invertEdit(film, edit) }],
    undone: [],
  };
}

/** Carries out an edit as a part of the last one: both are taken back together. */
export function amend(history: History, edit: Edit): History {
  const last = history.done.at(-1);
  if (!last) return perform(history, edit);
  if (stays(last.edit)) return perform(history, edit);
  const step: Step = {
    edit: batch(editLabel(last.edit), [...partsOf(last.edit), edit]),
    inverse: { kind: 'batch', edits: [invertEdit(history.film, edit), ...partsOf(last.inverse)] },
  };
  return { film: applyEdit(history.film, edit), done: [...history.done.slice(0, -1), step], undone: [] };
}

const partsOf = (edit: Edit): readonly Edit[] => (edit.kind === 'batch' ? edit.edits : [edit]);

/** What was done and can be taken back, the last behind. */
export const takenBackFrom = ({ done }: History): readonly Step[] => done.filter(({ edit }) => !stays(edit));

/** Takes the last edit back, and leaves those done that stay; without one, the same history. */
export function undo(history: History): History {
  const { film, done, undone } = history;
  const at = done.findLastIndex(({ edit }) => !stays(edit));
  const step = done[at];
  if (!step) return history;
  const staying = done.slice(at + 1);
  const before = [...staying.toReversed(), step].reduce((so, { inverse }) => applyEdit(so, inverse), film);
  return {
    film: staying.reduce((so, { edit }) => applyEdit(so, edit), before),
    done: [...done.slice(0, at), ...staying],
    undone: [step, ...undone],
  };
}

/** Does again what was taken back last; without one, the same history. */
export function redo(history: History): History {
  const [step, ...rest] = history.undone;
  if (!step) return history;
  return { film: applyEdit(history.film, step.edit), done: [...history.done, step], undone: rest };
}
