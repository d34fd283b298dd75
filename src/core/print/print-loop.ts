/** What the loop needs from the world. */
export interface PrintLoopPorts<Run, Picture> {
  /** Makes a run's picture; may be called again before the last one is done. */
  readonly make: (run: Run) => Promise<Picture>;
  /** Uses it; runs come in order, one after the other. */
  readonly use: (picture: Picture, run: Run) => Promise<void>;
}

export interface PrintLoopOptions {
  /** Pictures made ahead of the one being used, from 1. */
  readonly ahead: number;
  readonly signal: AbortSignal;
}

/**
 * Goes through runs: each one's picture is made once, some ahead, and used in order.
 * @throws the signal's reason when it is stopped, or whatever a port throws.
 */
export async function printLoop<Run, Picture>(
  runs: readonly Run[],
  { make, use }: PrintLoopPorts<Run, Picture>,
  { ahead, signal }: PrintLoopOptions,
): Promise<void> {
  const made: Promise<Picture>[] = [];
  let next = 0;
  const fill = (): void => {
    while (made.length < ahead && next < runs.length) {
      const picture = make(runs[next++] as Run);
      // A failure is met when its turn comes; until then it must not count as unhandled.
      picture.catch(() => undefined);
      made.push(picture);
    }
  };
  for (const run of runs) {
    signal.throwIfAborted();
    fill();
    await use(await (made.shift() as Promise<Picture>), run);
  }
}
