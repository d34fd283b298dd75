/** Hears a microphone: tells how loud it is, and hands over its samples while they are wanted. Runs on the audio thread. */

/** What the page sends: whether samples are wanted. */
export interface ToRecorder {
  readonly wanted: boolean;
}

/** What it tells, ten times a second. */
export interface FromRecorder {
  /** The loudest sample since it told last. */
  readonly peak: number;
  /** One or two channels, where they were wanted. */
  readonly channels: readonly Float32Array<ArrayBuffer>[];
  /** Sample of the audio clock at which they begin. */
  readonly at: number;
  /** Whether it was the last of what was wanted. */
  readonly last: boolean;
}

// What the audio thread has; TypeScript's own library knows it only in part.
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;
declare const currentFrame: number;

/** Samples that are told of at a time: 0.1 s, nearly. */
const PART = 4736;

class Recorder extends AudioWorkletProcessor {
  #wanted = false;
  #channels: Float32Array<ArrayBuffer>[] = [];
  #into = 0;
  #begun = 0;
  #peak = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<ToRecorder>) => {
      if (this.#wanted && !data.wanted) this.#tell(true);
      if (!this.#wanted && data.wanted) [this.#channels, this.#into] = [[], 0];
      this.#wanted = data.wanted;
    };
  }

  process(inputs: Float32Array[][]): boolean {
    const input = (inputs[0] ?? []).slice(0, 2);
    const length = input[0]?.length ?? 128;
    for (const samples of input)
      for (const sample of samples) this.#peak = Math.max(this.#peak, Math.abs(sample));
    if (this.#into === 0) this.#begun = currentFrame;
    if (this.#wanted) {
      // A microphone that falls silent for a moment is recorded as silent: time goes on.
      const count = this.#channels.length || Math.max(1, input.length);
      this.#channels = Array.from({ length: count }, (_, c) => {
        const whole = this.#channels[c] ?? new Float32Array(PART);
        const samples = input[c] ?? input[0];
        if (samples) whole.set(samples, this.#into);
        return whole;
      });
    }
    this.#into += length;
    if (this.#into >= PART) this.#tell(false);
    return true;
  }

  #tell(last: boolean): void {
    const channels = this.#wanted ? this.#channels.map((samples) => samples.slice(0, this.#into)) : [];
    const told: FromRecorder = { peak: this.#peak, channels, at: this.#begun, last };
    this.port.postMessage(
      told,
      channels.map(({ buffer }) => buffer),
    );
    // The next part has as many channels.
    this.#channels = this.#channels.map(() => new Float32Array(PART));
    [this.#into, this.#peak] = [0, 0];
  }
}

registerProcessor('recorder', Recorder);
