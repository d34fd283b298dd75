import { expose, transfer } from 'comlink';
import { LoudnessMeter, type Loudness } from '../../../core/sound/loudness';
import type { MixPlan } from '../../../core/sound/mix-plan';
import { MIX_BLOCK, mixBlock, neededFor, type Stereo } from '../../../core/sound/mixer';
import { SoundSamples } from '../sounds/sound-samples';

const samples = new SoundSamples();
let plan: MixPlan | undefined;
let meter = new LoudnessMeter();

/** A part of a block of the mix, in samples of the block. */
export interface MixPart {
  readonly block: number;
  readonly from: number;
  readonly to: number;
  /** Whether the meter begins anew with it. */
  readonly fresh: boolean;
}

export interface MixedPart {
  readonly sides: Stereo;
  /** What a meter shows behind it. */
  readonly loudness: Loudness;
}

const worker = {
  setPlan(next: MixPlan): void {
    plan = next;
  },

  /** A part of the mix, metered; undefined before there is a plan. */
  async mix({ block, from, to, fresh }: MixPart): Promise<MixedPart | undefined> {
    const current = plan;
    if (!current) return undefined;
    await samples.fetch(neededFor(current, block));
    const mixed = mixBlock(current, block, samples.read);
    const sides: Stereo = [mixed[0].slice(from, to), mixed[1].slice(from, to)];
    if (fresh) meter = new LoudnessMeter();
    meter.push(sides);
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
