import { wrap } from 'comlink';
import type { Film } from '../../../core/film/film';
import type { Span } from '../../../core/film/moments';
import { printBitrate, printFormat, type PrintFormat } from '../../../core/print/formats';
import { rateNumber } from '../../../core/time/rate';
import { withProgress } from '../threads/with-progress';
import type { PrintWorker } from './print.worker';

/** A finished print, or a sentence about why there is none. */
export type Printed =
  | { readonly ok: true; readonly file: Blob; readonly seconds: number }
  | { readonly ok: false; readonly stopped: boolean; readonly problem: string };

const CODEC_STRINGS = { mp4: 'avc1.640033', webm: 'vp09.00.51.08' } as const;

/** Why this browser cannot print the film in a format, as a sentence; undefined when it can. */
export async function printObstacle(film: Film, format: PrintFormat): Promise<string | undefined> {
  if (typeof VideoEncoder === 'undefined' || typeof ImageDecoder === 'undefined') {
    return (
      'This browser has no WebCodecs, which printing needs. Everything else works; ' +
      'to print, open the film in a current desktop Chromium browser.'
    );
  }
  const { width, height, rate } = film.settings;
  const support = await VideoEncoder.isConfigSupported({
    codec: CODEC_STRINGS[format],
    width,
    height,
    framerate: rateNumber(rate),
    bitrate: printBitrate(format, film.settings, rate),
  }).catch(() => undefined);
  if (support?.supported) return undefined;
  return `This browser cannot make ${printFormat(format).label} at ${width} × ${height}. Choose the other format or a smaller size.`;
}

/** Prints a film in a worker. Nothing is left behind when `signal` stops it. */
export async function printFilm(
  film: Film,
  format: PrintFormat,
  span: Span,
  signal: AbortSignal,
  onFrame: (written: number) => void,
): Promise<Printed> {
  const thread = new Worker(new URL('./print.worker.ts', import.meta.url), { type: 'module' });
  const remote = wrap<PrintWorker>(thread);
  const started = performance.now();
  const stop = (): void => void remote.stop();
  signal.addEventListener('abort', stop, { once: true });
  try {
    const crashed = new Promise<never>((_, reject) => {
      thread.addEventListener('error', (event) =>
        reject(new Error(event.message || 'the worker did not start')),
      );
    });
    const file = await withProgress(onFrame, (tell) =>
      Promise.race([remote.print(film, format, span, tell), crashed]),
    );
    return { ok: true, file, seconds: (performance.now() - started) / 1000 };
  } catch (error) {
    const reason = error instanceof Error ? error.message : String(error);
    if (signal.aborted)
      return { ok: false, stopped: true, problem: 'The print was stopped. No file was made.' };
    return { ok: false, stopped: false, problem: `The print failed: ${reason} No file was made.` };
  } finally {
    signal.removeEventListener('abort', stop);
    thread.terminate();
  }
}
