import { create } from 'zustand';
import type { Film } from '../../core/film/film';
import type { Span } from '../../core/film/moments';
import type { Loudness } from '../../core/sound/loudness';
import { planMix, type MixPlan } from '../../core/mix/mix-plan';
import { frameToSample } from '../../core/time/frames';
import { SoundPlayer, type Levels, type SoundRun } from '../../engine/browser/play/sound-player';
import { reasonOf } from '../../engine/faults/reason-of';
import { tell } from '../shell/shell';

interface MeterState {
  /** The loudest sample on each side over the last instant, 0 to 1 and beyond; nothing while it is silent. */
  readonly peaks: readonly [number, number];
  /** What was heard since the film was played last. */
  readonly loudness: Loudness | undefined;
}

/** What is heard now, for the meter. */
export const useMeter = create<MeterState>(() => ({ peaks: [0, 0], loudness: undefined }));

/** Whether the film is what is heard: single frames and sounds by themselves are not metered. */
let metering = false;

function showLevels({ peaks, loudness }: Levels): void {
  useMeter.setState(metering && loudness ? { peaks, loudness } : { peaks });
}

let player: SoundPlayer | undefined;
/** Counts wishes to be heard or silent; the last one counts. */
let wishes = 0;

/**
 * Begins to sound a film from a frame; gives false where there is nothing to hear: no sound in it, or a browser without
 * a way to be heard, which is said.
 */
export async function startSound(
  film: Film,
  frame: number,
  span: Span,
  loop: boolean,
  speed: number,
): Promise<boolean> {
  const plan = planMix(film);
  if (plan.voices.length === 0) return false;
  const { rate } = film.settings;
  const [from, start, end] = [frame, span.from, span.to].map((each) => frameToSample(each, rate)) as [
    number,
    number,
    number,
  ];
  return soundPlan(plan, { from, start, end, loop, speed }, true);
}

/** Begins to sound a part of a plan; gives whether it can be heard. Its loudness is shown where it is the film's. */
export async function soundPlan(plan: MixPlan, run: SoundRun, metered = false): Promise<boolean> {
  metering = metered;
  try {
    player ??= new SoundPlayer(showLevels);
    const mine = ++wishes;
    await player.setPlan(plan);
    // Meanwhile it was stopped, or something else is to be heard.
    if (mine !== wishes) return false;
    await player.play(run);
    return mine === wishes;
  } catch (error) {
    player?.stop();
    tell(
      `The film plays without sound. ${reasonOf(error)} Check that this computer has a speaker and the page may use it.`,
    );
    return false;
  }
}

let sounding = false;

/** The least that is heard of a frame, in samples: 40 ms. */
const LEAST_HEARD = 1920;

/** Sounds one frame, as it is stepped to or dragged over; while the one before is still on its way it is passed over. */
export async function soundFrame(film: Film, frame: number): Promise<void> {
  const plan = planMix(film);
  if (sounding || plan.voices.length === 0) return;
  sounding = true;
  try {
    const { rate } = film.settings;
    const start = frameToSample(frame, rate);
    const end = Math.max(start + LEAST_HEARD, frameToSample(frame + 1, rate));
    await soundPlan(plan, { from: start, start, end, loop: false, speed: 1 });
  } finally {
    sounding = false;
  }
}

/** Changes with everything that is wished to be heard, or to be silent. */
export const lastWish = (): number => wishes;

/** Lets the film fall silent. */
export function stopSound(): void {
  wishes++;
  player?.stop();
  useMeter.setState({ peaks: [0, 0] });
}

/** Milliseconds that have been heard since it began to sound. */
export const heardMilliseconds = (): number => (player?.heard() ?? 0) / 48;
