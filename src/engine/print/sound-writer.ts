import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import type { MixPlan } from '../../core/mix/mix-plan';
import { MIX_BLOCK, mixBlock, neededFor } from '../../core/mix/mixer';
import { frameToSample } from '../../core/time/frames';
import type { Encode } from '../ports/encode';
import type { Samples } from '../ports/samples';

/** Mixes a film's sound block by block and writes it beside the frames. */
export class SoundWriter {
  readonly #plan: MixPlan;
  readonly #samples: Samples;
  readonly #encode: Pick<Encode, 'sound'>;
  readonly #from: number;
  readonly #to: number;
  /** Sample of the film up to which it is written. */
  #at: number;

  constructor(
    plan: MixPlan,
    { settings }: Film,
    span: Span,
    samples: Samples,
    encode: Pick<Encode, 'sound'>,
  ) {
    this.#plan = plan;
    this.#samples = samples;
    this.#encode = encode;
    this.#from = frameToSample(span.from, settings.rate);
    this.#to = frameToSample(span.to, settings.rate);
    this.#at = this.#from;
  }

  /**
   * Writes on, up to a sample of the film at least, or to the end of what is printed.
   * @throws whatever a port throws.
   */
  async writeUntil(sample: number): Promise<void> {
    while (this.#at < Math.min(sample, this.#to)) {
      const block = Math.floor(this.#at / MIX_BLOCK);
      await this.#samples.fetch(neededFor(this.#plan, block));
      const [left, right] = mixBlock(this.#plan, block, this.#samples.read);
      const first = this.#at - block * MIX_BLOCK;
      const last = Math.min(MIX_BLOCK, this.#to - block * MIX_BLOCK);
      const both = new Float32Array(2 * (last - first));
      for (let i = first; i < last; i++) {
        both[2 * (i - first)] = left[i] as number;
        both[2 * (i - first) + 1] = right[i] as number;
      }
      await this.#encode.sound(both, this.#at - this.#from);
      this.#at += last - first;
    }
  }
}
