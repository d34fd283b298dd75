/** Plays what it is given, one part behind the other, and tells how far it is. Runs on the audio thread. */

/** What the page sends: a part to be played behind the others, or the end of all before it. */
export type ToSpeaker =
  | { readonly kind: 'part'; readonly run: number; readonly left: Float32Array; readonly right: Float32Array }
  | { readonly kind: 'stop'; readonly run: number };

/** What it tells: samples of a run that were played by a time of the audio clock, in seconds. */
export interface FromSpeaker {
  readonly run: number;
  readonly played: number;
  readonly at: number;
  /** The loudest sample on each side since it was told last. */
  readonly peaks: readonly [number, number];
}

// What the audio thread has; TypeScript's own library knows it only in part.
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;
declare const currentTime: number;

/** Reports are sent every so many rendered quanta, about 43 ms. */
const QUANTA = 16;
/** A stop fades over so many samples, so that it does not click. */
const FADE = 128;

class Speaker extends AudioWorkletProcessor {
  #run = 0;
  #parts: { left: Float32Array; right: Float32Array }[] = [];
  #into = 0;
  #played = 0;
  #quanta = 0;
  #peaks: [number, number] = [0, 0];
  #stopping = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data }: MessageEvent<ToSpeaker>) => {
      if (data.kind === 'stop') {
        if (this.#next === undefined) this.#stopping = FADE;
        this.#next = data.run;
        this.#waiting = [];
        return;
      }
      if (data.run === this.#run && this.#next === undefined) this.#parts.push(data);
      else if (data.run === this.#next) this.#waiting.push(data);
    };
  }

  /** The run that comes once what is played has faded, and what has come of it. */
  #next: number | undefined;
  #waiting: { left: Float32Array; right: Float32Array }[] = [];

  process(_: Float32Array[][], outputs: Float32Array[][]): boolean {
    const [left, right] = outputs[0] ?? [];
    if (!left || !right) return true;
    for (let i = 0; i < left.length; i++) {
      const part = this.#parts[0];
      if (!part || (this.#next !== undefined && this.#stopping === 0)) break;
      const fade = this.#next === undefined ? 1 : --this.#stopping / FADE;
      const [l, r] = [part.left[this.#into] ?? 0, part.right[this.#into] ?? 0];
      left[i] = l * fade;
      right[i] = r * fade;
      this.#peaks[0] = Math.max(this.#peaks[0], Math.abs(l));
      this.#peaks[1] = Math.max(this.#peaks[1], Math.abs(r));
      this.#played++;
      if (++this.#into === part.left.length) {
        this.#parts.shift();
        this.#into = 0;
      }
    }
    if (this.#next !== undefined && (this.#stopping === 0 || this.#parts.length === 0))
      this.#turn(this.#next);
    if (++this.#quanta % QUANTA === 0) this.#tell(left.length);
    return true;
  }

  #turn(run: number): void {
    this.#run = run;
    this.#parts = this.#waiting;
    [this.#waiting, this.#next, this.#into, this.#played] = [[], undefined, 0, 0];
  }

  #tell(quantum: number): void {
    const told: FromSpeaker = {
      run: this.#run,
      played: this.#played,
      at: currentTime + quantum / 48_000,
      peaks: this.#peaks,
    };
    this.port.postMessage(told);
    this.#peaks = [0, 0];
  }
}

registerProcessor('speaker', Speaker);
