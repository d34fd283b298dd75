import { ROOM_FOR_PRE_ROLL } from '../../../core/formats/webm-delay';
import { registerAacEncoder } from '@mediabunny/aac-encoder';
import { AudioSample, AudioSampleSource, Quality, type Output } from 'mediabunny';
import type { Film } from '../../../core/film/film';
import type { Span } from '../../../core/film/moments';
import { soundBitrate, type PrintFormat } from '../../../core/print/formats';
import { planMix, type MixPlan } from '../../../core/sound/mix-plan';
import { MIX_BLOCK, mixBlock, neededFor } from '../../../core/sound/mixer';
import { frameToSample, SAMPLE_RATE } from '../../../core/time/frames';
import { SoundSamples } from '../sounds/sound-samples';

/**
 * The AAC encoder puts so many samples in front of what it is given. Written that much earlier they lie before the start,
 * and an edit list takes them away; all else is on time. Opus says by itself what to leave out.
 */
const PRIMING = { mp4: 1024, webm: 0 } as const;

let registered = false;

/** The mix of a film as the second track of a print. */
export class SoundTrack {
  readonly #plan: MixPlan;
  readonly #source: AudioSampleSource;
  // A film is not printed without what should be heard.
  readonly #samples = new SoundSamples(undefined, true);
  readonly #from: number;
  readonly #to: number;
  readonly #early: number;
  /** Sample of the film up to which it is written. */
  #at: number;

  private constructor(plan: MixPlan, film: Film, span: Span, format: PrintFormat, output: Output) {
    const { rate } = film.settings;
    this.#plan = plan;
    [this.#from, this.#to] = [frameToSample(span.from, rate), frameToSample(span.to, rate)];
    this.#at = this.#from;
    this.#early = PRIMING[format];
    // The same encoder everywhere: what it puts in front is known of this one only.
    if (format === 'mp4' && !registered) {
      registerAacEncoder();
      registered = true;
    }
    this.#source = new AudioSampleSource({
      codec: format === 'mp4' ? 'aac' : 'opus',
      quality: new Quality({ bitrate: soundBitrate(format) }),
    });
    output.addAudioTrack(this.#source, format === 'webm' ? { name: ROOM_FOR_PRE_ROLL } : {});
  }

  /** Adds a track to a print that has not begun; undefined where nothing is heard. */
  static of(film: Film, span: Span, format: PrintFormat, output: Output): SoundTrack | undefined {
    const plan = planMix(film);
    return plan.voices.length === 0 ? undefined : new SoundTrack(plan, film, span, format, output);
  }

  /** Writes on, up to a sample of the film at least, or to the end of what is printed. */
  async writeUntil(sample: number): Promise<void> {
    while (this.#at < Math.min(sample, this.#to)) {
      const block = Math.floor(this.#at / MIX_BLOCK);
      await this.#samples.fetch(neededFor(this.#plan, block));
      const mixed = mixBlock(this.#plan, block, this.#samples.read);
      const first = this.#at - block * MIX_BLOCK;
      const last = Math.min(MIX_BLOCK, this.#to - block * MIX_BLOCK);
      const data = new Float32Array(2 * (last - first));
      for (let i = first; i < last; i++) {
        data[2 * (i - first)] = mixed[0][i] as number;
        data[2 * (i - first) + 1] = mixed[1][i] as number;
      }
      const part = new AudioSample({
        data,
        format: 'f32',
        numberOfChannels: 2,
        sampleRate: SAMPLE_RATE,
        timestamp: (this.#at - this.#from - this.#early) / SAMPLE_RATE,
      });
      try {
        await this.#source.add(part);
      } finally {
        part.close();
      }
      this.#at += last - first;
    }
  }
}
