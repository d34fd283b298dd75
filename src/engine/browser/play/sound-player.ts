import type { MixPlan } from '../../../core/mix/mix-plan';
import { MIX_BLOCK } from '../../../core/mix/mixer';
import type { Loudness } from '../../../core/sound/loudness';
import { SAMPLE_RATE } from '../../../core/time/frames';
import type { Lease } from '../threads/worker-pool';
import type { MixWorker } from './mix.worker';
import { mixWorkers } from './mix-workers';
import type { FromSpeaker, ToSpeaker } from './speaker.worklet';
import speakerUrl from './speaker.worklet?worker&url';
import { ToldError } from '../../../core/time/told-error';

/** A part of the film that is played, in samples; round and round where it is looped. */
export interface SoundRun {
  /** Where it begins. */
  readonly from: number;
  readonly start: number;
  readonly end: number;
  readonly loop: boolean;
  /** How fast, as a part of the film's own speed; the sound is as much lower or higher. */
  readonly speed: number;
}

/** What is heard now: the loudest sample on each side, and what a meter shows; undefined before the first is heard. */
export interface Levels {
  readonly peaks: readonly [number, number];
  readonly loudness: Loudness | undefined;
}

/** Samples that are sent ahead of what is heard: 0.5 s. */
const AHEAD = SAMPLE_RATE / 2;

/**
 * Plays the mix of a film. What was heard says how late it is: the audio clock leads, and pictures follow it. The owner
 * closes it.
 */
export class SoundPlayer {
  readonly #context: AudioContext;
  readonly #mixer: Lease<MixWorker>;
  #speaker: AudioWorkletNode | undefined;
  readonly #ready: Promise<void>;
  #run = 0;
  #report: FromSpeaker | undefined;
  /** Samples of the film that were mixed for the run, and those that came of them and were sent. */
  #mixed = 0;
  #sent = 0;
  #feeding: AbortController | undefined;
  /** What the meter shows once so many samples of the run are heard; in that order. */
  #readings: { readonly sent: number; readonly loudness: Loudness }[] = [];
  readonly #onLevels: (levels: Levels) => void;

  /** @throws Error when the browser has no audio at all. */
  constructor(onLevels: (levels: Levels) => void) {
    this.#context = new AudioContext({ sampleRate: SAMPLE_RATE, latencyHint: 'interactive' });
    this.#mixer = mixWorkers.lease();
    this.#onLevels = onLevels;
    this.#ready = this.#connect();
    this.#ready.catch(() => undefined);
  }

  /** Takes what the film sounds like now. */
  async setPlan(plan: MixPlan): Promise<void> {
    await Promise.race([this.#mixer.remote.setPlan(plan), this.#mixer.failed]);
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
        setTimeout(() => reject(new ToldError('The browser did not let sound start.')), 1500),
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
    this.#mixed = 0;
    this.#sent = 0;
    this.#report = undefined;
    this.#readings = [];
    this.#post({ kind: 'stop', run: this.#run });
  }

  /** Samples that have been heard by now, at whatever speed; undefined before the first. */
  heard(): number | undefined {
    if (!this.#report) return undefined;
    const { played, at } = this.#report;
    const since = this.#context.currentTime - at;
    const late = this.#context.outputLatency || 0;
    return Math.min(this.#sent, Math.max(0, played + (since - late) * SAMPLE_RATE));
  }

  async close(): Promise<void> {
    this.stop();
    this.#mixer.end();
    await this.#context.close();
  }

  async #connect(): Promise<void> {
    await this.#context.audioWorklet.addModule(speakerUrl);
    const speaker = new AudioWorkletNode(this.#context, 'speaker', {
      numberOfInputs: 0,
      outputChannelCount: [2],
    });
    speaker.port.onmessage = ({ data }: MessageEvent<FromSpeaker>) => {
      if (data.run === this.#run && data.played > 0) this.#report = data;
      this.#onLevels({ peaks: data.peaks, loudness: this.#readingAt(data) });
    };
    speaker.connect(this.#context.destination);
    this.#speaker = speaker;
  }

  #readingAt({ run, played }: FromSpeaker): Loudness | undefined {
    if (run !== this.#run) return undefined;
    const heard = this.#readings.findLastIndex(({ sent }) => sent <= played);
    if (heard > 0) this.#readings.splice(0, heard);
    return heard < 0 ? undefined : this.#readings[0]?.loudness;
  }

  #post(message: ToSpeaker): void {
    const parts = message.kind === 'part' ? [message.left.buffer, message.right.buffer] : [];
    this.#speaker?.port.postMessage(message, parts as Transferable[]);
  }

  /** Sends the next part of a run: up to the end of a block or of the run. */
  async #send({ from, start, end, loop, speed }: SoundRun, signal: AbortSignal): Promise<boolean> {
    const length = end - start;
    const along = from - start + this.#mixed;
    if (length <= 0 || (!loop && along >= length)) return false;
    const at = start + (along % length);
    const block = Math.floor(at / MIX_BLOCK);
    const begin = at - block * MIX_BLOCK;
    const until = Math.min(MIX_BLOCK, end - block * MIX_BLOCK);
    const last = !loop && along + until - begin >= length;
    const part = { block, from: begin, to: until, speed, last, first: this.#mixed === 0 };
    const mixed = await Promise.race([this.#mixer.remote.mix(part), this.#mixer.failed]);
    if (signal.aborted || !mixed) return false;
    this.#mixed += until - begin;
    const [left, right] = mixed.sides;
    this.#sent += left.length;
    if (left.length > 0) this.#post({ kind: 'part', run: this.#run, left, right });
    this.#readings.push({ sent: this.#sent, loudness: mixed.loudness });
    return true;
  }

  async #feed(run: SoundRun, signal: AbortSignal): Promise<void> {
    while (!signal.aborted) {
      if (this.#sent - (this.#report?.played ?? 0) < AHEAD) {
        // A mixer that breaks falls silent; who plays next is told.
        const isMore = await this.#send(run, signal).catch(() => false);
        if (!isMore) return;
      } else await new Promise((resolve) => setTimeout(resolve, 40));
    }
  }
}
