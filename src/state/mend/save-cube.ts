import { writeCube } from '../../core/formats/cube';
import { fileName } from '../../core/formats/file-name';
import type { ColourTable } from '../../core/picture/colour/colour-table';
import { partDone } from '../../core/film/mend-dose';
import { tableOfLook } from '../../core/picture/colour/table-of-look';
import { openFilm } from '../document/document';
import { handOver } from '../shell/hand-over';
import { tell } from '../shell/shell';
import { lookInScope } from './looks';
import { mendNow } from './mend';

/** Saves the stack that is set as a table of colour: what depends on the place is left out, and said. */
export function saveCube(): void {
  const film = openFilm();
  if (!film) return;
  const look = lookInScope(film, mendNow().lookScope);
  const table: ColourTable = tableOfLook(film.title, look, partDone(film.settings.doses?.colour));
  handOver(new Blob([writeCube(table)], { type: 'text/plain' }), fileName(film.title, '.cube'));
  if (look.some(({ kind, off }) => kind === 'vignette' && !off))
    tell('The table is saved, without the vignette: a table of colour knows no places.', 'asks');
  else tell('The table of colour is saved.', 'done');
}
