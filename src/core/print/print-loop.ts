import type { I420 } from '../picture/pixels';
import type { PrintPlan, PrintRun } from './print-plan';

/** What the loop needs from the world: a way to make frames, and a way to write them. */
export interface PrintLoopPorts {
  /** A photo as a frame of the film; may be called again before the last one is done. */
  makeFrame(run: PrintRun): Promise<I420>;
  /** Encodes and writes one frame; frames come in order, counted from 0. The picture is only lent. */
  writeFrame(picture: I420, frame: number): Promise<void>;
}

export interface PrintLoopOptions {
  /** Frames made ahead of the one being written, from 1. */
  readonly ahead: number;
  readonly signal: AbortSignal;
  /** Called after each frame with the number of frames written. */
  readonly onFrame: (written: number) => void;
}

/**
 * Prints a plan: every run's photo is made into a frame once and written as often as it stays.
 * @throws the signal's reason when it is stopped, or whatever a port throws.
 */
export async function printLoop(
  plan: PrintPlan,
  ports: PrintLoopPorts,
  options: PrintLoopOptions,
): Promise<void> {
  const { ahead, signal, onFrame } = options;
  const made: Promise<I420>[] = [];
  let next = 0;
  const fill = (): void => {
    while (made.length < ahead && next < plan.runs.length) {
      const picture = ports.makeFrame(plan.runs[next++] as PrintRun);
      // A failure is met when its turn comes; until then it must not count as unhandled.
      picture.catch(() => undefined);
      made.push(picture);
    }
  };
  for (const run of plan.runs) {
    fill();
    const picture = await (made.shift() as Promise<I420>);
    for (let frame = run.start; frame < run.start + run.frames; frame++) {
      signal.throwIfAborted();
      await ports.writeFrame(picture, frame);
      onFrame(frame + 1);
    }
  }
}
