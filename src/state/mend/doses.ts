import { doseEdit } from '../../core/edits/dose-edit';
import type { DosedTool, MendDose } from '../../core/film/mend-dose';
import type { Film } from '../../core/film/film';
import { openFilm } from '../document/document';
import { edit } from '../document/edit-film';
import { setDraft } from '../picture/shown-film';

/** How much is done of a tool's work in a film: all of it where nothing is said. */
export const doseOf = (film: Film, tool: DosedTool): MendDose =>
  film.settings.doses?.[tool] ?? { strength: 100 };

function doTo(tool: DosedTool, change: Partial<MendDose>): void {
  setDraft(undefined);
  const film = openFilm();
  if (film) edit(doseEdit(film, tool, { ...doseOf(film, tool), ...change }));
}

/** Does all framings, or all looks, of the film by so many per cent. */
export const setDose = (tool: DosedTool, strength: number): void => doTo(tool, { strength });

/** Shows what that would look like. */
export function tryDose(tool: DosedTool, strength: number): void {
  const film = openFilm();
  if (film) setDraft(doseEdit(film, tool, { ...doseOf(film, tool), strength }));
}

/** Switches all framings, or all looks, of the film on or off. */
export const switchDose = (tool: DosedTool, on: boolean): void => doTo(tool, { off: on ? undefined : true });

/** The same, the other way round. */
export function toggleDose(tool: DosedTool): void {
  const film = openFilm();
  if (film) switchDose(tool, doseOf(film, tool).off === true);
}
