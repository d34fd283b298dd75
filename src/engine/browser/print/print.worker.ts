import { expose } from 'comlink';
import { lostWords } from '../../../core/film/lost-mends';
import type { Span } from '../../../core/film/moments';
import { printKind } from '../../../core/print/print-kinds';
import { targetOf, type PrintOrder } from '../../../core/print/print-order';
import { framesOf, planPrint } from '../../../core/print/print-plan';
import { proofOf, type Proof } from '../../../core/print/proof';
import { SoundSamples } from '../sounds/sound-samples';
import { WorkerPool } from '../threads/worker-pool';
import type { FrameWorker } from './frame.worker';
import { Gate } from './gate';
import { makeLoop } from './loop-print';
import type { PrintContext, PrintMade, PrintNews, PrintPlace } from './print-context';
import { ownSink, pickedSink, printFile } from './print-files';
import { makeSound } from './sound-print';
import { makeStills } from './stills-print';
import { makeVideo } from './video-print';
import { ToldError } from '../../../core/time/told-error';

const startFrames = (): Worker =>
  new Worker(new URL('./frame.worker.ts', import.meta.url), { type: 'module' });

/** What came of a print. */
export interface PrintReport {
  /** Of the file; 0 where it is a folder. */
  readonly bytes: number;
  readonly frames: number;
  readonly proof: Proof;
  /** How long it took to read it again. */
  readonly readSeconds: number;
  /** A small JPEG of one of its pictures. */
  readonly poster?: Uint8Array<ArrayBuffer> | undefined;
}

/** Pixels of a poster's longer side. */
const POSTER = 240;

const gate = new Gate();

function make(context: PrintContext): Promise<PrintMade> {
  const facts = printKind(context.order.settings.kind);
  switch (facts.makes) {
    case 'video':
      return makeVideo(facts, context);
    case 'loop':
      return makeLoop(facts, context);
    case 'stills':
      return makeStills(facts, context);
    case 'sound':
      return makeSound(facts, context);
  }
}

/** A small JPEG of the picture in the middle of a print; undefined for sound alone, or where it cannot be made. */
async function posterOf({
  order,
  target,
  frames,
}: PrintContext): Promise<Uint8Array<ArrayBuffer> | undefined> {
  if (printKind(order.settings.kind).makes === 'sound') return undefined;
  const { film, size } = target;
  const frame = Math.floor(framesOf(order.spans) / 2);
  const { runs } = planPrint(film, [spanAround(order.spans, frame)]);
  const [run] = runs;
  if (!run) return undefined;
  const { num, den } = size.pixel ?? { num: 1, den: 1 };
  const shape = (size.width * num) / (size.height * den);
  const width = shape >= 1 ? POSTER : Math.round(POSTER * shape);
  const small = { width, height: Math.max(1, Math.round(width / shape)) };
  return frames
    .run((each) => each.image(run.recipe, small, run.name, { type: 'image/jpeg', quality: 0.8 }))
    .catch(() => undefined);
}

/** The one frame that is so many behind the beginning of some spans. */
function spanAround(spans: readonly Span[], frame: number): Span {
  let before = frame;
  for (const { from, to } of spans) {
    if (before < to - from) return { from: from + before, to: from + before + 1 };
    before -= to - from;
  }
  return spans[0] ?? { from: 0, to: 0 };
}

/** Mends that do nothing in the pictures of a print, in words. */
const lostInPrint = ({ film, spans, settings }: PrintOrder): string | undefined =>
  printKind(settings.kind).makes === 'sound' ? undefined : lostWords(film, spans);

const fileAt = (place: PrintPlace): Promise<Blob> =>
  'own' in place
    ? printFile(place.own)
    : 'file' in place
      ? place.file.getFile()
      : Promise.resolve(new Blob());

const worker = {
  /** Prints, and reads what it printed through; `tell` hears how far it is, `onRead` how many frames are read again. */
  async print(
    order: PrintOrder,
    place: PrintPlace,
    piecesRoom: number,
    tell: (news: PrintNews) => void,
    onRead: (frames: number) => void,
  ): Promise<PrintReport> {
    // Whoever stops the print ends this worker.
    const { signal } = new AbortController();
    const cores = Math.min(4, Math.max(2, navigator.hardwareConcurrency || 2));
    const frames = new WorkerPool<FrameWorker>('make frames', startFrames, {
      most: cores,
      each: 2,
      warm: cores,
    });
    try {
      const context: PrintContext = {
        ...{ order, place, frames, piecesRoom, signal, tell, target: targetOf(order), ahead: cores + 1 },
        // A film is not printed without what should be heard.
        samples: new SoundSamples(undefined, true),
        gate: () => gate.pass(),
        open: () => {
          if ('own' in place) return ownSink(place.own);
          if ('file' in place) return pickedSink(place.file);
          throw new ToldError('A folder holds pictures only.');
        },
      };
      const made = await make(context);
      const finished = performance.now();
      const file = await fileAt(place);
      const found = await made.read(file, { signal, onFrame: onRead });
      return {
        ...{ bytes: file.size, frames: made.frames },
        proof: proofOf({ ...made.expected, lostMends: lostInPrint(order) }, found),
        readSeconds: (performance.now() - finished) / 1000,
        poster: await posterOf(context),
      };
    } finally {
      frames.close();
    }
  },

  /** Holds a print back, or lets it go on. */
  pause: (isPaused: boolean): void => (isPaused ? gate.shut() : gate.open()),
};

/** What the page asks of the print worker. */
export type PrintWorker = typeof worker;

expose(worker);
