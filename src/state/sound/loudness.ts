import { create } from 'zustand';
import type { Film } from '../../core/film/film';
import type { Loudness } from '../../core/sound/loudness';
import { planMix, type MixPlan } from '../../core/mix/mix-plan';
import { measureMix } from '../../engine/browser/play/measure-mix';
import { reasonOf } from '../../engine/faults/reason-of';
import { batch } from '../../core/edits/edit';
import { edit } from '../document/edit-film';
import { documentNow, openFilm } from '../document/document';
import { tell } from '../shell/shell';

interface MeasuredState {
  /** What was measured last, and of which state of the film. */
  readonly measured: { readonly film: Film; readonly loudness: Loudness } | undefined;
  /** How much of it is done, 0 to 1, while it is measured. */
  readonly busy: number | undefined;
}

/** What was measured of the mix last. */
export const useMeasured = create<MeasuredState>(() => ({ measured: undefined, busy: undefined }));

async function measure(plan: MixPlan): Promise<Loudness | undefined> {
  try {
    return await measureMix(plan, (busy) => useMeasured.setState({ busy }));
  } catch (error) {
    tell(`The loudness could not be measured. ${reasonOf(error)}`, 'wrong');
    return undefined;
  }
}

/** Measures the mix of the film from end to end. */
export async function measureLoudness(): Promise<void> {
  const film = openFilm();
  if (!film || useMeasured.getState().busy !== undefined) return;
  useMeasured.setState({ busy: 0 });
  const loudness = await measure(planMix(film));
  useMeasured.setState({ busy: undefined, measured: loudness && { film, loudness } });
}

/** How near the loudness has to come, and how often it is tried: what is limited becomes less loud than it was raised. */
const NEAR = 0.05;
const TRIES = 5;
const MOST_GAIN = 60;

/** Sets the gain of the whole so that the film has a loudness, in LUFS, under its ceiling. */
export async function bringToLoudness(target: number): Promise<void> {
  const film = openFilm();
  if (!film || useMeasured.getState().busy !== undefined) return;
  useMeasured.setState({ busy: 0 });
  let { gain } = film.mix;
  let loudness: Loudness | undefined;
  for (let i = 0; i < TRIES; i++) {
    loudness = await measure({ ...planMix(film), gain: 10 ** (gain / 20) });
    if (!loudness || !Number.isFinite(loudness.integrated)) break;
    const off = target - loudness.integrated;
    if (Math.abs(off) <= NEAR) break;
    gain = Math.max(-MOST_GAIN, Math.min(MOST_GAIN, gain + off));
  }
  useMeasured.setState({ busy: undefined });
  if (!loudness || openFilm() !== film) return;
  if (!Number.isFinite(loudness.integrated)) return tell('The film is silent: there is no loudness to set.');
  edit(
    batch(`Film set to ${target} LUFS`, [
      { kind: 'patch', of: 'mix', patch: { gain: Math.round(gain * 100) / 100 } },
    ]),
  );
  const now = openFilm();
  if (now && documentNow().canWrite) useMeasured.setState({ measured: { film: now, loudness } });
  if (Math.abs(loudness.integrated - target) > 0.5) {
    tell(
      `The film is at ${loudness.integrated.toFixed(1)} LUFS: louder would pass the peak limit of ${film.mix.ceiling} dBTP.`,
    );
  }
}
