import type { Needed, ReadSound } from '../../core/mix/mixer';

/** Samples of a film's sounds, at 48 kHz. */
export interface Samples {
  /**
   * Fetches parts of sounds, so that `read` gives them at once; what was fetched before may be gone then.
   * @throws where samples are missing that have to be there.
   */
  fetch(needed: readonly Needed[]): Promise<void>;
  readonly read: ReadSound;
}
