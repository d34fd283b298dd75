import { LoudnessMeter } from '../../core/sound/loudness';
import { SAMPLE_RATE } from '../../core/time/frames';
import type { VideoFile } from '../ports/encode';

/** Samples of a stretch that is kept: half a second. */
const STRETCH = SAMPLE_RATE / 2;
/** What counts as heard, of full scale. */
const HEARD = 0.003;

/** A stretch of a sound, left and right together, and where it begins in samples. */
export interface Stretch {
  readonly at: number;
  readonly samples: Float32Array;
}

/** What is remembered of a sound that goes by, to be found again in the file: how loud it is, and where something was heard first and last. */
export class SoundTrace {
  readonly #meter = new LoudnessMeter();
  #first: Stretch | undefined;
  #last: Stretch | undefined;
  #gathering: { readonly at: number; readonly samples: Float32Array; filled: number } | undefined;

  /** A sink that hands everything on and remembers it. */
  over(sink: Pick<VideoFile, 'sound'>): Pick<VideoFile, 'sound'> {
    return {
      sound: (both, at) => {
        this.push(both, at);
        return sink.sound(both, at);
      },
    };
  }

  /** Samples, left and right in turn, from a sample of the file on. */
  push(both: Float32Array, at: number): void {
    const length = both.length / 2;
    const [left, right] = [new Float32Array(length), new Float32Array(length)];
    for (let i = 0; i < length; i++) {
      left[i] = both[2 * i] ?? 0;
      right[i] = both[2 * i + 1] ?? 0;
    }
    this.#meter.push([left, right]);
    for (let i = 0; i < length; i++) {
      const value = ((left[i] ?? 0) + (right[i] ?? 0)) / 2;
      if (!this.#gathering && Math.abs(value) >= HEARD)
        this.#gathering = { at: at + i, samples: new Float32Array(STRETCH), filled: 0 };
      const gathering = this.#gathering;
      if (!gathering) continue;
      gathering.samples[gathering.filled++] = value;
      if (gathering.filled === STRETCH) this.#keep();
    }
  }

  /** In LUFS; minus infinity for silence. */
  get loudness(): number {
    return this.#meter.read().integrated;
  }

  /** Where something was heard first and last. */
  stretches(): readonly Stretch[] {
    this.#keep();
    return [this.#first, this.#last].filter((each) => each !== undefined);
  }

  #keep(): void {
    const gathering = this.#gathering;
    this.#gathering = undefined;
    if (!gathering || gathering.filled < STRETCH / 50) return;
    const stretch = { at: gathering.at, samples: gathering.samples.slice(0, gathering.filled) };
    if (!this.#first) this.#first = stretch;
    else this.#last = stretch;
  }
}
