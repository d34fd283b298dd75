/** Something that can be done in the app, found by its words. */
export interface Command {
  readonly words: string;
  /** The key that does the same; empty where there is none. */
  readonly keys: string;
  /** Everyday words that mean it before all else. */
  readonly mainly?: string;
  /** Everyday words that mean it as well. */
  readonly also?: string;
  /** Why it cannot be done now, in a sentence; undefined where it can. */
  readonly cannot?: string | undefined;
  readonly run: () => unknown;
}
