import same from 'fast-deep-equal';
import { batch, holdEach, type Edit } from '../../core/edits/edit';
import type { Film, FilmSettings } from '../../core/film/film';
import { amend, perform, redo, takenBackFrom, undo, type History } from '../../core/edits/history';
import { poseAt, scheduleOf, showingOf } from '../../core/film/schedule';
import { whyUnreadable } from '../../core/formats/check-film';
import type { Result } from '../../core/time/result';
import { documentNow, openFilm, setDocument } from './document';
import { selectionNow, setSelection } from '../selection/selection';
import { tell } from '../shell/shell';
import { transportNow, setTransport } from '../transport/transport';

/** What of a choice is still there; the same choice where that is all of it. */
function only(chosen: ReadonlySet<string>, isThere: (id: string) => boolean): ReadonlySet<string> {
  const left = [...chosen].filter(isThere);
  return left.length === chosen.size ? chosen : new Set(left);
}

/**
 * Takes a new state of the film. The choice keeps to poses that are still there; the playhead stays on its
 * pose, wherever that goes, and where it stood when the pose is gone.
 */
export function take(history: History): void {
  const { history: old } = documentNow();
  if (history === old) return;
  const { frame, playing } = transportNow();
  const plan = scheduleOf(history.film);
  const before = old && poseAt(scheduleOf(old.film), frame);
  const after = before && showingOf(plan, before.pose.id, before.showing);
  const stayed =
    before && after ? after.start + Math.min(frame - before.start, after.pose.hold - 1) : undefined;
  const cues = new Set(history.film.cues.map((cue) => cue.id));
  setDocument({ history });
  setSelection(({ chosen, chosenCues }) => ({
    chosen: only(chosen, (id) => plan.firsts.has(id)),
    chosenCues: only(chosenCues, (id) => cues.has(id)),
  }));
  // While playing, the clock decides.
  setTransport({ frame: Math.min(playing ? frame : (stayed ?? frame), Math.max(0, plan.frames - 1)) });
}

/** Whether the open film can be changed here; where not, the person is told. */
export const mayWrite = (): boolean => {
  if (documentNow().canWrite) return true;
  tell('This film is open in another tab. Close that tab to change it here.');
  return false;
};

/**
 * Goes on to what becomes of the film. What changes nothing is no step; what could not be read again once it is kept is
 * not done, and that is said.
 */
function goOn(make: (history: History) => History): void {
  const { history } = documentNow();
  if (!history || !mayWrite()) return;
  const next = make(history);
  if (same(next.film, history.film)) return;
  const why = whyUnreadable(next.film);
  if (why === undefined) take(next);
  else tell(`That is more than a film can hold: ${why}. Nothing was changed.`, 'wrong');
}

/** Carries out an edit of the open film. */
export const edit = (change: Edit): void => goOn((history) => perform(history, change));

/** Carries out edits that are undone one by one, but kept together: none of them is ever there without the others. */
export const editTogether = (changes: readonly Edit[]): void =>
  goOn((history) => changes.reduce((made, change) => perform(made, change), history));

/** Carries out what could be made of a wish, or says why it could not; gives whether it was done. */
export function tryEdit(make: (film: Film) => Result<Edit>): boolean {
  const film = openFilm();
  if (!film) return false;
  const made = make(film);
  if (made.ok) edit(made.value);
  else tell(made.problem);
  return made.ok;
}

/** Adds an edit to the last one, so that both are undone together. */
export const editOn = (change: Edit): void => goOn((history) => amend(history, change));

/** Takes the last edit back. */
export function undoEdit(): void {
  const { history } = documentNow();
  if (history && mayWrite()) take(undo(history));
}

/** Does again what was taken back last. */
export function redoEdit(): void {
  const { history } = documentNow();
  if (history && mayWrite()) take(redo(history));
}

/** Goes back or forward to the state after so many of all edits that can be taken back, done and undone. */
export function goToEdit(doneCount: number): void {
  let { history } = documentNow();
  if (!history || !mayWrite()) return;
  const count = (): number => (history ? takenBackFrom(history).length : 0);
  for (let left = count() - doneCount; left > 0; left--) history = undo(history);
  for (let left = doneCount - count(); left > 0; left--) history = redo(history);
  take(history);
}

/** The chosen poses in the order of the film, or the one under the playhead where none is chosen. */
export function targetPoses(): readonly string[] {
  const film = openFilm();
  const { chosen } = selectionNow();
  const { frame } = transportNow();
  if (!film) return [];
  const plan = scheduleOf(film);
  if (chosen.size > 0) return plan.poses.flatMap(({ pose }) => (chosen.has(pose.id) ? [pose.id] : []));
  const here = poseAt(plan, frame);
  return here ? [here.pose.id] : [];
}

/** Sets some of the film's settings. */
export const setSettings = (settings: Partial<FilmSettings>): void =>
  edit({ kind: 'patch', of: 'settings', patch: settings });

/** Names the film. */
export const setTitle = (title: string): void => edit({ kind: 'patch', of: 'film', patch: { title } });

/** Sets the hold of new poses and, where asked, of all there are. */
export function setDefaultHold(defaultHold: number, ofAll: boolean): void {
  const film = openFilm();
  if (!film) return;
  const settings: Edit = { kind: 'patch', of: 'settings', patch: { defaultHold } };
  if (!ofAll) return edit(settings);
  const holds = scheduleOf(film).poses.map(({ pose }) => ({ poseId: pose.id, hold: defaultHold }));
  edit(batch(`All holds set to ${defaultHold}`, [settings, holdEach(holds)]));
}
