import { DEFAULT_LAY_OUT, layOutEdit, type LayOut } from '../../core/edits/lay-out';
import type { Film } from '../../core/film/film';
import { isUsable, type IntakeRow } from '../../core/film/intake/intake-row';
import { orderRows } from '../../core/film/intake/order-rows';
import { pathOf } from '../../core/film/numbering';
import { count } from '../../core/time/format';
import { newId } from '../../engine/browser/new-id';
import { forgetIntake, readIntake } from '../../engine/browser/store/intake-repository';
import { saveNow } from '../document/autosave';
import { documentNow, openFilm } from '../document/document';
import { edit, editOn } from '../document/edit-film';
import { tell } from '../shell/shell';
import { showStage } from '../shell/show-stage';
import { play } from '../transport/play';
import { setTransport } from '../transport/transport';
import {
  changeIntake,
  intakeOf,
  keepRows,
  keepSoon,
  keepTable,
  keepTableNow,
  startKeeping,
  stopKeeping,
  useIntake,
} from './intake-table';

/**
 * Begins an intake of files with these names, or goes on with the one that is there for the same film: rows of
 * files that could not be used and are tried again make way.
 */
export function beginIntake(filmId: string, names: readonly string[]): void {
  const before = intakeOf();
  const asked = names.length;
  if (before?.filmId === filmId && !before.laidOut) {
    const again = new Set(names);
    const rows = before.rows.filter((row) => row.photo || !again.has(row.name));
    changeIntake({ rows, asked: rows.length + asked, complete: false });
    return;
  }
  useIntake.setState({
    intake: {
      filmId,
      rows: [],
      order: 'number',
      layOut: DEFAULT_LAY_OUT,
      overRollovers: true,
      asked,
      cameInAt: Date.now(),
      complete: false,
      laidOut: false,
    },
  });
  startKeeping();
}

// The last step of the history that laid out photos: those that follow are undone together with it.
let lastStep: unknown;

/** Lays rows out: together with what was laid out before, unless the person has done something else since. */
function perform(film: Film, rows: readonly IntakeRow[], choice: LayOut): void {
  const newest = (): unknown => documentNow().history?.done.at(-1);
  const goesOn = lastStep !== undefined && newest() === lastStep;
  (goesOn ? editOn : edit)(layOutEdit(film, rows, choice, newId));
  lastStep = newest();
}

/** Tells in the table of what could not be read at all. */
export const takeInUnread = (names: readonly string[]): void =>
  takeIn(
    names.map((name) => ({
      id: newId(),
      name,
      problem: `${name} could not be opened. It was left out. Check that you may read it, then add it again.`,
      leftOut: false,
    })),
  );

/** Takes rows in; into the table, or straight into the film where it has been laid out already. */
export function takeIn(rows: readonly IntakeRow[]): void {
  const intake = intakeOf();
  const film = openFilm();
  if (!intake || !film) return;
  const inFilm = new Set(film.photos.map((photo) => photo.hash));
  const paths = new Set(intake.rows.map(pathOf));
  // The same file again, with another date: it is in the table already.
  const isInTable = (one: IntakeRow): boolean =>
    paths.has(pathOf(one)) &&
    intake.rows.some((row) => pathOf(row) === pathOf(one) && row.photo?.hash === one.photo?.hash);
  const fresh = rows.filter((row) => !row.photo || !isInTable(row));
  const marked = fresh.map((row): IntakeRow => {
    if (!row.photo) return row;
    const photo = { ...row.photo, cameInAt: intake.cameInAt };
    const known = inFilm.has(photo.hash);
    return known ? { ...row, photo, leftOut: true, inFilm: true } : { ...row, photo };
  });
  if (intake.laidOut) {
    for (const { problem } of marked) if (problem !== undefined) tell(problem, 'wrong');
    return perform(film, orderRows(marked, 'number', intake.overRollovers), intake.layOut);
  }
  keepRows(marked);
  const all = [...intake.rows, ...marked];
  const asked = intake.asked - (rows.length - fresh.length);
  changeIntake({ rows: intake.order ? orderRows(all, intake.order, intake.overRollovers) : all, asked });
  keepSoon();
}

/** All files have been looked at, or the intake was stopped. */
export function completeIntake(filmId: string): void {
  const intake = intakeOf();
  if (intake?.filmId !== filmId) return;
  if (intake.laidOut || intake.rows.length === 0) return dismissIntake();
  changeIntake({ complete: true });
  keepTable();
}

/** Lays the rows out as the table shows them, and plays a film that had none before. */
export function layOutAndPlay(): void {
  const intake = intakeOf();
  const film = openFilm();
  if (!intake || !film || intake.laidOut) return;
  const used = intake.rows.filter(isUsable).length;
  if (used === 0) return;
  const first = film.photos.length === 0;
  lastStep = undefined;
  perform(film, intake.rows, intake.layOut);
  void forgetWhenKept(film.id);
  if (intake.complete) useIntake.setState({ intake: undefined });
  else changeIntake({ laidOut: true, rows: [] });
  tell(`${count(used, 'photo')} added.`, 'done');
  showStage('time');
  if (first) {
    setTransport({ frame: 0 });
    play();
  }
}

/** Puts the table away; photos in it stay out of the film. */
export function dismissIntake(): void {
  stopKeeping();
  const intake = intakeOf();
  if (intake) dismissKept(intake.filmId);
}

/** The table is forgotten once the film that holds its photos is kept, not before. */
async function forgetWhenKept(filmId: string): Promise<void> {
  await saveNow();
  if (documentNow().keeping.kind === 'kept') await forgetIntake(filmId).catch(() => undefined);
}

function dismissKept(filmId: string): void {
  useIntake.setState({ intake: undefined });
  forgetIntake(filmId).catch(() => undefined);
}

/** Brings back the table of an intake that was cut by a closed tab. */
export async function restoreIntake(filmId: string): Promise<void> {
  keepTableNow();
  const kept = await readIntake(filmId).catch(() => undefined);
  if (documentNow().history?.film.id !== filmId || intakeOf()?.filmId === filmId) return;
  // What was laid out just before the page went stands in the film already.
  const inFilm = new Set(openFilm()?.photos.map((photo) => photo.id));
  const rows = kept?.rows.filter((row) => !inFilm.has(row.id)) ?? [];
  if (kept && rows.length === 0) return dismissKept(filmId);
  useIntake.setState({
    intake: kept && {
      filmId,
      rows,
      order: kept.order,
      layOut: DEFAULT_LAY_OUT,
      overRollovers: true,
      asked: kept.asked - (kept.rows.length - rows.length),
      cameInAt: rows[0]?.photo?.cameInAt ?? Date.now(),
      complete: true,
      laidOut: false,
    },
  });
  if (kept && kept.rows.length < kept.asked) {
    tell(
      `${kept.rows.length.toLocaleString('en')} of ${count(kept.asked, 'photo')} had been added when the page was closed. ` +
        'Add the same folder again for the rest.',
      'asks',
    );
  }
}
