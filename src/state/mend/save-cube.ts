import { fileName } from '../../core/formats/file-name';
import { partDone } from '../../core/film/mend-dose';
import { writeTable } from '../../engine/browser/mend/cube-files';
import { reasonOf } from '../../engine/faults/reason-of';
import { openFilm } from '../document/document';
import { atWork } from '../shell/at-work';
import { handOver } from '../shell/hand-over';
import { tell } from '../shell/shell';
import { lookInScope } from './looks';
import { mendNow } from './mend';

/** More than this, in steps of 255, is said. */
const SAID_FROM = 1;

/** Saves the stack that is set as a table of colour: what depends on the place is left out, and how far the table is from the picture, is said. */
export async function saveCube(): Promise<void> {
  const film = openFilm();
  if (!film) return;
  const look = lookInScope(film, mendNow().lookScope);
  try {
    const { file, most, mean } = await atWork(() =>
      writeTable(film.title, look, partDone(film.settings.doses?.colour)),
    );
    handOver(file, fileName(film.title, '.cube'));
    const notes = [
      look.some(({ kind, off }) => kind === 'vignette' && !off) &&
        'Without the vignette: a LUT knows no places.',
      most > SAID_FROM &&
        `It differs from the picture by up to ${most.toFixed(1)} of 255, ${mean.toFixed(2)} on average.`,
    ].filter(Boolean);
    tell(['The LUT is saved.', ...notes].join(' '), notes.length > 0 ? 'asks' : 'done');
  } catch (error) {
    tell(`The LUT could not be saved. ${reasonOf(error)}`, 'wrong');
  }
}
