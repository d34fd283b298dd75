import type { Flag } from '../../core/film/film';
import { momentAt, placedFlags, placeOf } from '../../core/film/moments';
import { placedTranscript } from '../../core/film/placed-transcript';
import { scheduleOf } from '../../core/film/schedule';
import { newId } from '../../engine/browser/new-id';
import { edit } from '../document/edit-film';
import { goTo, pause } from '../transport/play';
import { openFilm } from '../document/document';
import { tell } from '../shell/shell';
import { transportNow } from '../transport/transport';

/** Puts a flag on the frame on screen; gives its id. */
export function addFlag(): string | undefined {
  const film = openFilm();
  const at = film && momentAt(scheduleOf(film), transportNow().frame);
  if (!at) return undefined;
  const flag: Flag = { id: newId(), label: '', kind: 'note', colour: 'slate', at };
  edit({ kind: 'set', of: 'flags', things: [{ id: flag.id, to: flag }] });
  return flag.id;
}

/** Puts a flag in the place of the one with its id. */
export const changeFlag = (flag: Flag): void =>
  edit({ kind: 'set', of: 'flags', things: [{ id: flag.id, to: flag }] });

/** Moves a flag to the frame on screen. */
export function moveFlagHere(flag: Flag): void {
  const film = openFilm();
  const at = film && momentAt(scheduleOf(film), transportNow().frame);
  if (at) changeFlag({ ...flag, at });
}

/** Takes a flag off. */
export const removeFlag = (id: string): void =>
  edit({ kind: 'set', of: 'flags', things: [{ id, to: undefined }] });

/** Goes to the next flag or word, or to the one before. */
export function goToFlag(direction: 1 | -1): void {
  const film = openFilm();
  if (!film) return;
  const frames = [...placedFlags(film, scheduleOf(film)), ...placedTranscript(film)]
    .map((placed) => placed.frame)
    .sort((a, b) => a - b);
  const { frame } = transportNow();
  const target = direction === 1 ? frames.find((at) => at > frame) : frames.findLast((at) => at < frame);
  if (target === undefined)
    return tell(direction === 1 ? 'No flag or word after this frame.' : 'No flag or word before this frame.');
  pause();
  goTo(target);
}

/** Sets the in or the out point to the frame on screen. */
export function setPoint(which: 'in' | 'out'): void {
  const film = openFilm();
  const at = film && momentAt(scheduleOf(film), transportNow().frame);
  if (film && at) {
    const plan = scheduleOf(film);
    const other = which === 'in' ? film.range.out : film.range.in;
    const otherFrame = other && placeOf(plan, other).frame;
    const crossed =
      otherFrame !== undefined && (which === 'in' ? at.frame > otherFrame : at.frame < otherFrame);
    // Set past the other one the points change places.
    const isIn = (which === 'in') !== crossed;
    const set = isIn ? { in: at } : { out: at };
    const moved = isIn ? { out: other } : { in: other };
    edit({ kind: 'patch', of: 'range', patch: crossed ? { ...set, ...moved } : set });
    if (crossed) tell('The in point was after the out point: they were swapped.');
  }
}

/** Takes in and out points off. */
export function clearPoints(): void {
  const film = openFilm();
  if (film?.range.in || film?.range.out)
    edit({ kind: 'patch', of: 'range', patch: { in: undefined, out: undefined } });
}
