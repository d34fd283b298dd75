import { expose, transfer } from 'comlink';
import { LoudnessMeter, type Loudness } from '../../../core/sound/loudness';
import type { MixPlan } from '../../../core/sound/mix-plan';
import { MIX_BLOCK, mixBlock, neededFor, type Stereo } from '../../../core/sound/mixer';
import { SoundSamples } from '../sounds/sound-samples';

const samples = new SoundSamples();
let plan: MixPlan | undefined;

const worker = {
  setPlan(next: MixPlan): void {
    plan = next;
  },

  /** One block of the mix; undefined before there is a plan. */
  async mix(block: number): Promise<Stereo | undefined> {
    const current = plan;
    if (!current) return undefined;
    await samples.fetch(neededFor(current, block));
    const mixed = mixBlock(current, block, samples.read);
    return transfer(mixed, [mixed[0].buffer, mixed[1].buffer]);
  },

  /** The loudness of a whole mix; `onPart` hears how much of it is done. */
  async measure(whole: MixPlan, onPart: (part: number) => void): Promise<Loudness> {
    const meter = new LoudnessMeter(2);
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
