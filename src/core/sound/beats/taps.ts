import { SAMPLE_RATE } from '../../time/frames';
import { TEMPO_BOUNDS } from '../../time/beats';
import { evenRow } from './tempo-steps';

/** After a pause of so many seconds tapping begins anew. */
const PAUSE = 2.5;
const FEWEST = 3;

/** Taps that belong together with the last one, in seconds. */
export function tapsTogether(taps: readonly number[]): readonly number[] {
  const begun = taps.findLastIndex((tap, i) => i > 0 && Math.abs(tap - (taps[i - 1] as number)) > PAUSE);
  return begun < 0 ? taps : taps.slice(begun);
}

/** What taps, in seconds, come to: beats a minute, and where the first of them falls evenly; undefined for too few. */
export function tempoOfTaps(
  taps: readonly number[],
): { readonly tempo: number; readonly first: number } | undefined {
  if (taps.length < FEWEST) return undefined;
  const row = evenRow(taps.map((tap) => tap * SAMPLE_RATE));
  const tempo = (60 * SAMPLE_RATE) / row.period;
  if (!(tempo >= TEMPO_BOUNDS.least && tempo <= TEMPO_BOUNDS.most)) return undefined;
  return { tempo: Math.round(tempo * 10) / 10, first: row.at / SAMPLE_RATE };
}
