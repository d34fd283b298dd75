import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import { planMix, type MixPlan } from '../../core/mix/mix-plan';
import { MIX_BLOCK, mixBlock, neededFor } from '../../core/mix/mixer';
import { frameToSample } from '../../core/time/frames';
import type { VideoFile } from '../ports/encode';
import type { Samples } from '../ports/samples';

/** A stretch of samples of the film, and where in the file it goes. */
interface Stretch {
  readonly from: number;
  readonly at: number;
  readonly length: number;
}

/** Mixes the sound of parts of a film block by block and writes it, one part behind the other. */
export class SoundWriter {
  readonly #plan: MixPlan;
  readonly #samples: Samples;
  readonly #sink: Pick<VideoFile, 'sound'>;
  readonly #stretches: readonly Stretch[];
  /** Samples of the file that are written. */
  #at = 0;

  constructor(film: Film, spans: readonly Span[], samples: Samples, sink: Pick<VideoFile, 'sound'>) {
    this.#plan = planMix(film);
    this.#samples = samples;
    this.#sink = sink;
    const { rate } = film.settings;
    let frames = 0;
    this.#stretches = spans.map(({ from, to }) => {
      const at = frameToSample(frames, rate);
      frames += to - from;
      // As long as its frames are in the file: a part that begins between two samples ends between two.
      return { from: frameToSample(from, rate), at, length: frameToSample(frames, rate) - at };
    });
  }

  /** Length in samples. */
  get length(): number {
    const last = this.#stretches.at(-1);
    return last ? last.at + last.length : 0;
  }

  /**
   * Writes on, up to a sample of the file at least, or to its end.
   * @throws whatever a port throws.
   */
  async writeUntil(sample: number): Promise<void> {
    while (this.#at < Math.min(sample, this.length)) {
      const { from, at, length } = this.#stretches.find(
        (each) => this.#at < each.at + each.length,
      ) as Stretch;
      const here = from + this.#at - at;
      const block = Math.floor(here / MIX_BLOCK);
      await this.#samples.fetch(neededFor(this.#plan, block));
      const [left, right] = mixBlock(this.#plan, block, this.#samples.read);
      const first = here - block * MIX_BLOCK;
      const last = Math.min(MIX_BLOCK, from + length - block * MIX_BLOCK);
      const both = new Float32Array(2 * (last - first));
      for (let i = first; i < last; i++) {
        both[2 * (i - first)] = left[i] as number;
        both[2 * (i - first) + 1] = right[i] as number;
      }
      await this.#sink.sound(both, this.#at);
      this.#at += last - first;
    }
  }
}
