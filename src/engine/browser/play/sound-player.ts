import { wrap, type Remote } from 'comlink';
import type { MixPlan } from '../../../core/sound/mix-plan';
import { MIX_BLOCK } from '../../../core/sound/mixer';
import { SAMPLE_RATE } from '../../../core/time/frames';
import type { MixWorker } from './mix.worker';
import type { FromSpeaker, ToSpeaker } from './speaker.worklet';
import speakerUrl from './speaker.worklet?worker&url';

/** A part of the film that is played, in samples; round and round where it is looped. */
export interface SoundRun {
  /** Where it begins. */
  readonly from: number;
  readonly start: number;
  readonly end: number;
  readonly loop: boolean;
}

/** Samples that are sent ahead of what is heard: 0.5 s. */
const AHEAD = SAMPLE_RATE / 2;

/**
 * Plays the mix of a film. What was heard says how late it is: the audio clock leads, and pictures follow it. The owner
 * closes it.
 */
export class SoundPlayer {
  readonly #context: AudioContext;
  readonly #thread: Worker;
  readonly #mixer: Remote<MixWorker>;
  #speaker: AudioWorkletNode | undefined;
  readonly #ready: Promise<void>;
  #run = 0;
  #report: FromSpeaker | undefined;
  /** Samples of the run that were sent. */
  #sent = 0;
  #feeding: AbortController | undefined;
  readonly #onPeaks: (peaks: readonly [number, number]) => void;

  /** @throws Error when the browser has no audio at all. */
  constructor(onPeaks: (peaks: readonly [number, number]) => void) {
    this.#context = new AudioContext({ sampleRate: SAMPLE_RATE, latencyHint: 'interactive' });
    this.#thread = new Worker(new URL('./mix.worker.ts', import.meta.url), { type: 'module' });
    this.#mixer = wrap<MixWorker>(this.#thread);
    this.#onPeaks = onPeaks;
    this.#ready = this.#connect();
    this.#ready.catch(() => undefined);
  }

  /** Takes what the film sounds like now. */
  async setPlan(plan: MixPlan): Promise<void> {
    await this.#mixer.setPlan(plan);
  }

  /**
   * Starts a run; resolves once its first samples are on the way to the speaker.
   * @throws Error when there is no way to be heard.
   */
  async play(run: SoundRun): Promise<void> {
    this.stop();
    const feeding = new AbortController();
    this.#feeding = feeding;
    await this.#ready;
    if (this.#feeding !== feeding) return;
    // The speaker may have been connected only now.
    this.#post({ kind: 'stop', run: this.#run });
    await Promise.race([
      this.#context.resume(),
      new Promise((_, reject) =>
        setTimeout(() => reject(new Error('the browser does not let sound begin')), 1500),
      ),
    ]);
    await this.#send(run, feeding.signal);
    if (this.#feeding === feeding) void this.#feed(run, feeding.signal);
  }

  /** Falls silent. */
  stop(): void {
    this.#feeding?.abort();
    this.#feeding = undefined;
    this.#run++;
    this.#sent = 0;
    this.#report = undefined;
    this.#post({ kind: 'stop', run: this.#run });
  }

  /** Samples of the run that have been heard by now; undefined before the first. */
  heard(): number | undefined {
    if (!this.#report) return undefined;
    const { played, at } = this.#report;
    const since = this.#context.currentTime - at;
    const late = this.#context.outputLatency || 0;
    return Math.min(this.#sent, Math.max(0, played + (since - late) * SAMPLE_RATE));
  }

  async close(): Promise<void> {
    this.stop();
    this.#thread.terminate();
    await this.#context.close();
  }

  async #connect(): Promise<void> {
    await this.#context.audioWorklet.addModule(speakerUrl);
    const speaker = new AudioWorkletNode(this.#context, 'speaker', {
      numberOfInputs: 0,
      outputChannelCount: [2],
    });
    speaker.port.onmessage = ({ data }: MessageEvent<FromSpeaker>) => {
      this.#onPeaks(data.peaks);
      if (data.run === this.#run && data.played > 0) this.#report = data;
    };
    speaker.connect(this.#context.destination);
    this.#speaker = speaker;
  }

  #post(message: ToSpeaker): void {
    const parts = message.kind === 'part' ? [message.left.buffer, message.right.buffer] : [];
    this.#speaker?.port.postMessage(message, parts as Transferable[]);
  }

  /** Sends the next part of a run: up to the end of a block or of the run. */
  async #send({ from, start, end, loop }: SoundRun, signal: AbortSignal): Promise<boolean> {
    const length = end - start;
    const along = from - start + this.#sent;
    if (length <= 0 || (!loop && along >= length)) return false;
    const at = start + (along % length);
    const block = Math.floor(at / MIX_BLOCK);
    const mixed = await this.#mixer.mix(block);
    if (signal.aborted || !mixed) return false;
    const [first, last] = [at - block * MIX_BLOCK, Math.min(MIX_BLOCK, end - block * MIX_BLOCK)];
    this.#post({
      kind: 'part',
      run: this.#run,
      left: mixed[0].slice(first, last),
      right: mixed[1].slice(first, last),
    });
    this.#sent += last - first;
    return true;
  }

  async #feed(run: SoundRun, signal: AbortSignal): Promise<void> {
    while (!signal.aborted) {
      if (this.#sent - (this.#report?.played ?? 0) < AHEAD) {
        if (!(await this.#send(run, signal))) return;
      } else await new Promise((resolve) => setTimeout(resolve, 40));
    }
  }
}
