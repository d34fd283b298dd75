import { cleanName } from '../../core/formats/file-name';
import type { PlannedOrder } from '../../core/print/plan-orders';
import { printKind } from '../../core/print/print-kinds';
import { freshFolder, pickFolder } from '../../engine/browser/out/write-out';
import { pickFile } from '../../engine/browser/print/pick-file';
import { reasonOf } from '../../engine/faults/reason-of';
import { tell } from '../shell/shell';
import { printLater } from './print-queue';

/** A file's name without its ending. */
const bare = (fileName: string): string => fileName.replace(/\.[^.]*$/, '');

/**
 * Prints straight to where the person picks: one file under the name that they give, several files and pictures into a new
 * folder, so that nothing that lies there is written over. Needs a click or a key that was just pressed.
 */
export async function printToDisk(orders: readonly PlannedOrder[]): Promise<void> {
  const [first] = orders;
  if (!first) return;
  const { makes, mediaType, ending } = printKind(first.settings.kind);
  try {
    if (makes !== 'stills' && orders.length === 1) {
      const file = await pickFile(first.fileName, mediaType, ending);
      if (file) await printLater(orders, () => Promise.resolve({ file }));
      return;
    }
    const parent = await pickFolder();
    if (!parent) return;
    const into =
      orders.length === 1 ? parent : await freshFolder(parent, cleanName(`${first.film.title} scenes`));
    await printLater(orders, async ({ fileName }) => ({
      folder: makes === 'stills' ? await freshFolder(into, bare(fileName)) : into,
    }));
  } catch (error) {
    tell(`It cannot be saved there. ${reasonOf(error)} Choose another place.`, 'wrong');
  }
}
