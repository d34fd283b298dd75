/** From a beat on, a steady tempo. */
export interface TempoStep {
  /** The sample of the sound on which the beat falls. */
  readonly at: number;
  /** Beats a minute. */
  readonly tempo: number;
}

/** The beats of a piece of music: a steady tempo, or a map of several, each until the next begins. */
export interface Beats {
  /** At least one, in the order of time. */
  readonly steps: readonly TempoStep[];
  /** Beats to a bar; the first of all is the first of a bar. */
  readonly toBar: number;
}
