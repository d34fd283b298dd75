import type { StillsKindFacts } from '../../../core/print/print-kinds';
import { planPrint } from '../../../core/print/print-plan';
import { printStills } from '../../print/print-pictures';
import type { ImageForm } from './image-file';
import { picturePorts } from './picture-ports';
import type { PrintContext, PrintMade } from './print-context';
import { folderInto, readFolder, readZip, zipInto } from './stills-out';

const JPEG_QUALITY = { small: 0.8, good: 0.92, best: 0.98 } as const;

/** Prints numbered pictures, into an archive or a folder. */
export async function makeStills({ form }: StillsKindFacts, context: PrintContext): Promise<PrintMade> {
  const { order, target, place, ahead, signal, tell } = context;
  const { film, size, rate } = target;
  const { every, quality } = order.settings;
  const plan = planPrint(film, order.spans, rate);
  const image: ImageForm =
    form === 'png' ? { type: 'image/png' } : { type: 'image/jpeg', quality: JPEG_QUALITY[quality] };
  const folder = 'folder' in place ? place.folder : undefined;
  const files = folder ? folderInto(folder) : zipInto(await context.open());
  const name = order.fileName.replace(/\.[^.]*$/, '');
  try {
    await printStills(
      plan,
      { every, name, ending: form === 'png' ? '.png' : '.jpg' },
      picturePorts(context, image),
      files,
      { ahead, signal, onFrame: (frames) => tell({ frames, found: 0 }) },
    );
    await files.end();
  } catch (error) {
    await files.discard();
    throw error;
  }
  const { width, height } = size;
  return {
    frames: plan.frames,
    expected: { files: { count: every === 'frame' ? plan.frames : plan.runs.length, width, height } },
    read: (file) => (folder ? readFolder(folder, image.type) : readZip(file, image.type)),
  };
}
