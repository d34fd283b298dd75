import type { Film } from '../core/film/film';
import { filmFile } from '../engine/browser/store/film-file';
import { tell } from './workbench';

/** Saves a film with all its originals to disk as a `.kermis` file. */
export async function saveCopy(film: Film): Promise<void> {
  const made = await filmFile(film);
  if (!made.ok) return tell(made.problem, 'wrong');
  const url = URL.createObjectURL(made.value.file);
  const link = document.createElement('a');
  link.href = url;
  link.download = made.value.name;
  link.click();
  // The browser has taken the file over by then.
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}
