import { expose, transfer } from 'comlink';
import { LoudnessMeter, type Loudness } from '../../../core/sound/loudness';
import type { MixPlan } from '../../../core/mix/mix-plan';
import { MIX_BLOCK, mixBlock, neededFor, type Stereo } from '../../../core/mix/mixer';
import { Resampler } from '../../../core/sound/resampler';
import { SAMPLE_RATE } from '../../../core/time/frames';
import { SoundSamples } from '../sounds/sound-samples';

const samples = new SoundSamples();
let plan: MixPlan | undefined;
let meter = new LoudnessMeter();
/** Slower or faster than the film, all of it is as much lower or higher, as a tape is. */
let tape: Resampler | undefined;

/** A part of a block of the mix, in samples of the block. */
export interface MixPart {
  readonly block: number;
  readonly from: number;
  readonly to: number;
  /** Whether it is the first of a run, which is metered by itself, and whether it is the last. */
  readonly first: boolean;
  readonly last: boolean;
  /** How fast the run is played, as a part of the film's own speed. */
  readonly speed: number;
}

export interface MixedPart {
  /** Both sides as they are played: at another speed than the film's own more samples than were asked for, or fewer. */
  readonly sides: Stereo;
  /** What a meter shows behind it. */
  readonly loudness: Loudness;
}

const worker = {
  setPlan(next: MixPlan): void {
    plan = next;
  },

  /** A part of the mix, metered; undefined before there is a plan. */
  async mix({ block, from, to, first, last, speed }: MixPart): Promise<MixedPart | undefined> {
    const current = plan;
    if (!current) return undefined;
    await samples.fetch(neededFor(current, block));
    const mixed = mixBlock(current, block, samples.read);
    const asFilm: Stereo = [mixed[0].slice(from, to), mixed[1].slice(from, to)];
    if (first) {
      meter = new LoudnessMeter();
      tape = speed === 1 ? undefined : new Resampler(Math.round(SAMPLE_RATE * speed), 2);
    }
    meter.push(asFilm);
    const [left, right] = (last ? tape?.finish(asFilm) : tape?.push(asFilm)) ?? asFilm;
    const sides: Stereo = [left, right];
    return transfer({ sides, loudness: meter.read() }, [sides[0].buffer, sides[1].buffer]);
  },

  /** The loudness of a whole mix; `onPart` hears how much of it is done. */
  async measure(whole: MixPlan, onPart: (part: number) => void): Promise<Loudness> {
    const meter = new LoudnessMeter();
    const blocks = Math.ceil(whole.length / MIX_BLOCK);
    for (let block = 0; block < blocks; block++) {
      await samples.fetch(neededFor(whole, block));
      const left = whole.length - block * MIX_BLOCK;
      meter.push(mixBlock(whole, block, samples.read).map((side) => side.subarray(0, left)));
      if (block % 20 === 0) onPart(block / blocks);
    }
    return meter.read();
  },
};

/** What the page asks of the mix worker. */
export type MixWorker = typeof worker;

expose(worker);
