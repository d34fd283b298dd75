import { expose, wrap, type Remote } from 'comlink';
import {
  BufferTarget,
  Mp4OutputFormat,
  Output,
  Quality,
  VideoSample,
  VideoSampleSource,
  WebMOutputFormat,
} from 'mediabunny';
import type { Film } from '../../../core/film/film';
import type { I420 } from '../../../core/picture/pixels';
import { sayOpusDelay } from '../../../core/formats/webm-delay';
import { printBitrate, printFormat, type PrintFormat } from '../../../core/print/formats';
import { printLoop } from '../../../core/print/print-loop';
import type { Span } from '../../../core/film/moments';
import { planPrint, type PrintPlan } from '../../../core/print/print-plan';
import { frameToSample, frameToSeconds } from '../../../core/time/frames';
import { rateNumber } from '../../../core/time/rate';
import type { FrameWorker } from './frame.worker';
import { SoundTrack } from './sound-track';

// Browsers tag what they convert themselves as full range; frames that are I420 already keep these tags.
const COLOUR: VideoColorSpaceInit = {
  matrix: 'bt709',
  primaries: 'bt709',
  transfer: 'bt709',
  fullRange: false,
};

let stop: AbortController | undefined;

/** Workers that make frames, used in turn; the owner closes them. */
class FrameMakers {
  readonly #threads: Worker[];
  readonly #remotes: Remote<FrameWorker>[];
  #turn = 0;

  constructor(count: number) {
    this.#threads = Array.from(
      { length: count },
      () => new Worker(new URL('./frame.worker.ts', import.meta.url), { type: 'module' }),
    );
    this.#remotes = this.#threads.map((thread) => wrap<FrameWorker>(thread));
  }

  next(): Remote<FrameWorker> {
    return this.#remotes[this.#turn++ % this.#remotes.length] as Remote<FrameWorker>;
  }

  close(): void {
    for (const thread of this.#threads) thread.terminate();
  }
}

function sampleOf(picture: I420, frame: number, { rate }: PrintPlan): VideoSample {
  const { width, height, data } = picture;
  const start = frameToSeconds(frame, rate);
  return new VideoSample(data, {
    format: 'I420',
    codedWidth: width,
    codedHeight: height,
    timestamp: start,
    duration: frameToSeconds(frame + 1, rate) - start,
    colorSpace: COLOUR,
  });
}

const worker = {
  /** Prints a part of a film to a file; `onFrame` hears the number of frames written. Rejects when stopped. */
  async print(
    film: Film,
    format: PrintFormat,
    span: Span,
    onFrame: (written: number) => void,
  ): Promise<Blob> {
    stop = new AbortController();
    const { signal } = stop;
    const plan = planPrint(film, span);
    const { codec, mediaType } = printFormat(format);
    const target = new BufferTarget();
    const output = new Output({
      format: format === 'mp4' ? new Mp4OutputFormat({ fastStart: 'in-memory' }) : new WebMOutputFormat(),
      target,
    });
    const video = new VideoSampleSource({
      codec,
      quality: new Quality({ bitrate: printBitrate(format, plan.size, plan.rate) }),
      keyFrameInterval: 2,
      latencyMode: 'quality',
    });
    output.addVideoTrack(video, { frameRate: rateNumber(plan.rate) });
    const sound = SoundTrack.of(film, span, format, output);
    const cores = Math.min(4, Math.max(2, navigator.hardwareConcurrency || 2));
    const makers = new FrameMakers(cores);
    const options = { film: plan.size, framing: plan.framing, background: plan.background };
    try {
      await output.start();
      await printLoop(
        plan,
        {
          makeFrame: (run) => makers.next().makeFrame(run.photo, options),
          writeFrame: async (picture, frame) => {
            const sample = sampleOf(picture, frame, plan);
            try {
              await video.add(sample);
            } finally {
              sample.close();
            }
            await sound?.writeUntil(frameToSample(span.from + frame + 1, plan.rate));
          },
        },
        { ahead: cores + 1, signal, onFrame },
      );
      await output.finalize();
    } catch (error) {
      await output.cancel().catch(() => undefined);
      throw error;
    } finally {
      makers.close();
    }
    if (!target.buffer) throw new Error('The print came out empty.');
    if (format === 'webm' && sound && !sayOpusDelay(new Uint8Array(target.buffer)))
      throw new Error('The sound would have come late in it.');
    return new Blob([target.buffer], { type: mediaType });
  },

  stop(): void {
    stop?.abort(new DOMException('The print was stopped.', 'AbortError'));
  },
};

/** What the page asks of the print worker. */
export type PrintWorker = typeof worker;

expose(worker);
