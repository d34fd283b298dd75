import type { LoopKindFacts } from '../../../core/print/print-kinds';
import { planPrint } from '../../../core/print/print-plan';
import { frameToSeconds } from '../../../core/time/frames';
import { printLoopFile } from '../../print/print-pictures';
import type { ImageForm } from './image-file';
import { picturePorts } from './picture-ports';
import type { PrintContext, PrintMade } from './print-context';
import { readLoop } from './prove';

/** How much pictures of a WebP may lose; nothing at 1. */
const WEBP_QUALITY = { small: 0.6, good: 0.85, best: 1 } as const;

/** How coarsely a format counts how long a picture stays, in parts of a second. */
const UNITS: Readonly<Record<LoopKindFacts['form'], number>> = { gif: 100, apng: 1000, webp: 1000 };

/** Prints a picture that moves by itself. */
export async function makeLoop(
  { form, mediaType }: LoopKindFacts,
  context: PrintContext,
): Promise<PrintMade> {
  const { order, target, ahead, signal, tell } = context;
  const { film, size, rate } = target;
  const { settings } = order;
  const plan = planPrint(film, order.spans, rate);
  const image: ImageForm =
    form === 'webp' ? { type: 'image/webp', quality: WEBP_QUALITY[settings.quality] } : { type: 'image/png' };
  const sink = await context.open();
  let delays: readonly number[];
  try {
    delays = await printLoopFile(
      plan,
      { size, form, runs: settings.runs, palette: settings.palette },
      picturePorts(context, image),
      sink,
      { ahead, signal, onFrame: (frames) => tell({ frames, found: 0 }) },
    );
    await sink.close();
  } catch (error) {
    await sink.discard();
    throw error;
  }
  let at = 0;
  const starts = delays.map((delay) => {
    const start = at;
    at += delay / UNITS[form];
    return start;
  });
  const { width, height } = size;
  return {
    frames: plan.frames,
    expected: {
      picture: {
        ...{ frames: delays.length, rate, width, height, starts },
        tick: 2 / UNITS[form],
        saysColours: false,
      },
      length: frameToSeconds(plan.frames, rate),
    },
    read: (file, options) => readLoop(file, mediaType, options),
  };
}
