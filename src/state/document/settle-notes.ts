import type { Step } from '../../core/edits/history';
import { settleNotices, shellNow, stays, subscribeToShell, type Notice } from '../shell/shell';
import { documentNow, subscribeToDocument } from './document';

/** A sentence told so many milliseconds after a step is about that step. */
const ABOUT = 500;

/**
 * Takes sentences off the screen that what is done makes old: those that only tell with the next step, and all that are about a step once
 * it is undone. The function given back ends it.
 */
export function startSettlingNotes(): () => void {
  const about = new Map<number, Step>();
  let last: { readonly step: Step; readonly at: number } | undefined;
  const isOld = (notice: Notice, now: number): boolean => !stays(notice) && now - notice.at > ABOUT;

  const stopFilm = subscribeToDocument(({ history }, { history: before }) => {
    if (history === before) return;
    const done = history?.done ?? [];
    const step = done.at(-1);
    const isMade = history?.film.id === before?.film.id && done.length > (before?.done.length ?? 0);
    last = isMade && step ? { step, at: Date.now() } : undefined;
    const there = new Set(done);
    settleNotices((notice) => {
      const its = about.get(notice.id);
      return (its !== undefined && !there.has(its)) || isOld(notice, Date.now());
    });
  });
  const stopNotes = subscribeToShell(({ notices }, { notices: before }) => {
    if (notices === before) return;
    const known = new Set(before.map(({ id }) => id));
    for (const { id, at } of notices)
      if (!known.has(id) && last && at - last.at <= ABOUT && documentNow().history?.done.at(-1) === last.step)
        about.set(id, last.step);
    const listed = new Set(shellNow().notices.map(({ id }) => id));
    for (const id of about.keys()) if (!listed.has(id)) about.delete(id);
  });
  return () => {
    stopFilm();
    stopNotes();
  };
}
