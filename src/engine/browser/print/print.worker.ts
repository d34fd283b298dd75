import { expose } from 'comlink';
import type { Film } from '../../../core/film/film';
import type { Span } from '../../../core/film/moments';
import { printFilm } from '../../print/print-film';
import { printSound } from '../../print/print-sound';
import { SoundSamples } from '../sounds/sound-samples';
import { WorkerPool } from '../threads/worker-pool';
import { beginEncode } from './encode';
import type { FrameWorker } from './frame.worker';
import { MemorySink } from './memory-sink';
import { printKind, type PrintKind } from './print-kinds';

const startFrames = (): Worker =>
  new Worker(new URL('./frame.worker.ts', import.meta.url), { type: 'module' });

const worker = {
  /** Prints a part of a film to a file; `onFrame` hears the number of frames written. */
  async print(film: Film, kind: PrintKind, span: Span, onFrame: (written: number) => void): Promise<Blob> {
    const facts = printKind(kind);
    const { mediaType } = facts;
    // A film is not printed without what should be heard.
    const samples = new SoundSamples(undefined, true);
    // Whoever stops the print ends this worker.
    const { signal } = new AbortController();
    if (facts.makes === 'sound') {
      const pieces = await printSound(film, span, facts.bits, samples, { signal, onFrame });
      return new Blob([...pieces], { type: mediaType });
    }
    const { finish } = facts;
    const sink = new MemorySink();
    const cores = Math.min(4, Math.max(2, navigator.hardwareConcurrency || 2));
    const frames = new WorkerPool<FrameWorker>('make frames', startFrames, {
      most: cores,
      each: 2,
      warm: cores,
    });
    try {
      const { hasSound } = await printFilm(
        film,
        span,
        {
          makeFrame: (recipe, name) => frames.run((each) => each.makeFrame(recipe, name)),
          samples,
          begin: (shape) => beginEncode(facts, shape, sink),
        },
        { ahead: cores + 1, signal, onFrame },
      );
      if (sink.bytes.length === 0) throw new Error('The print came out empty.');
      if (finish && !finish(sink.bytes, hasSound)) throw new Error('The sound would have come late in it.');
      return new Blob([sink.bytes], { type: mediaType });
    } finally {
      frames.close();
    }
  },
};

/** What the page asks of the print worker. */
export type PrintWorker = typeof worker;

expose(worker);
