import { gainOfFades } from '../sound/fade';
import { limit, LIMITER_REACH } from '../sound/limiter';
import { voicesBetween, type MixPlan, type Voice } from './mix-plan';
import { duckingGain } from '../sound/ducking';

/** The mix is made in blocks that begin at multiples of this: 0.2 s, the same samples whoever asks. */
export const MIX_BLOCK = 9600;

/** Left and right. */
export type Stereo = readonly [Float32Array<ArrayBuffer>, Float32Array<ArrayBuffer>];

/**
 * Gives one or two channels of the part of a sound that was asked for, `to - from` samples long; silence where it has
 * none.
 */
export type ReadSound = (hash: string, from: number, to: number) => readonly Float32Array[];

/** A part of a sound's file, in samples. */
export interface Needed {
  readonly hash: string;
  readonly from: number;
  readonly to: number;
}

interface Stretch {
  /** Place in the film. */
  readonly at: number;
  readonly from: number;
  readonly to: number;
}

/** The stretches of a voice between two places of the film, each in one piece of the sound; several where it is looped. */
function stretches(voice: Voice, from: number, to: number): readonly Stretch[] {
  const length = voice.to - voice.from;
  const result: Stretch[] = [];
  for (let at = Math.max(from, voice.start); at < Math.min(to, voice.end);) {
    const into = (at - voice.start) % length;
    const count = Math.min(length - into, Math.min(to, voice.end) - at);
    const first = voice.reversed ? voice.to - into - count : voice.from + into;
    result.push({ at, from: first, to: first + count });
    at += count;
  }
  return result;
}

const reachOf = (block: number): readonly [number, number] => [
  block * MIX_BLOCK - LIMITER_REACH,
  (block + 1) * MIX_BLOCK + LIMITER_REACH,
];

/** The parts of sounds that a block is mixed from. */
export function neededFor(plan: MixPlan, block: number): readonly Needed[] {
  const [from, to] = reachOf(block);
  return voicesBetween(plan, from, to).flatMap((voice) =>
    stretches(voice, from, to).map((stretch) => ({ hash: voice.hash, from: stretch.from, to: stretch.to })),
  );
}

/** The factor of a voice at a place of the film. */
function gainAt(plan: MixPlan, voice: Voice, at: number): number {
  let gain = voice.gain * plan.gain * gainOfFades(voice, at);
  if (voice.stepsBack && plan.stepBack) gain *= duckingGain(plan.dialogue, plan.stepBack, at);
  return gain;
}

/** Whether a voice is as loud at every place of a stretch. */
function isEven(plan: MixPlan, voice: Voice, from: number, to: number): boolean {
  const { start, end, fadeIn, fadeOut } = voice;
  const fading = from - start < fadeIn.samples || end - to < fadeOut.samples;
  return !fading && !(voice.stepsBack && plan.stepBack && plan.dialogue.length > 0);
}

function addVoice(
  plan: MixPlan,
  voice: Voice,
  [from, to]: readonly [number, number],
  read: ReadSound,
  sum: Stereo,
): void {
  for (const stretch of stretches(voice, from, to)) {
    const channels = read(voice.hash, stretch.from, stretch.to);
    const count = stretch.to - stretch.from;
    const gains = new Float64Array(count);
    if (isEven(plan, voice, stretch.at, stretch.at + count)) gains.fill(voice.gain * plan.gain);
    else for (let i = 0; i < count; i++) gains[i] = gainAt(plan, voice, stretch.at + i);
    const into = stretch.at - from;
    const [first, step] = voice.reversed ? [count - 1, -1] : [0, 1];
    for (const side of [0, 1] as const) {
      // One channel is heard from both sides.
      const samples = channels[side] ?? channels[0];
      if (!samples) continue;
      const out = sum[side];
      for (let i = 0, k = first; i < count; i++, k += step)
        out[into + i] = (out[into + i] as number) + (samples[k] as number) * (gains[i] as number);
    }
  }
}

/**
 * Mixes the block that begins at `block * MIX_BLOCK`, `MIX_BLOCK` samples long. Never above the ceiling. What lies
 * outside of the film is silent.
 */
export function mixBlock(plan: MixPlan, block: number, read: ReadSound): Stereo {
  const reach = reachOf(block);
  const length = reach[1] - reach[0];
  const sum: Stereo = [new Float32Array(length), new Float32Array(length)];
  for (const voice of voicesBetween(plan, ...reach)) addVoice(plan, voice, reach, read, sum);
  // What lies before the film, such as the start of a cue that hangs over, is neither heard nor makes way for.
  const before = Math.min(length, Math.max(0, -reach[0]));
  for (const side of sum) side.fill(0, 0, before);
  limit(sum, plan.ceiling);
  const inner = (side: Float32Array<ArrayBuffer>): Float32Array<ArrayBuffer> =>
    side.slice(LIMITER_REACH, LIMITER_REACH + MIX_BLOCK);
  return [inner(sum[0]), inner(sum[1])];
}
