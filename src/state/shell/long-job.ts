import { reasonOf } from '../../engine/faults/reason-of';
import { create } from 'zustand';
import { atWork } from './at-work';
import { tell } from './shell';

/** Work that takes a while, with how far it is; the person can stop it. */
export interface LongJob {
  /** What is done, such as `Writing photos out`. */
  readonly label: string;
  /** What is counted. */
  readonly noun: string;
  readonly done: number;
  readonly total: number;
  readonly seconds: number;
  readonly stop: () => void;
}

/** The work that goes on; undefined where none does. */
export const useLongJob = create<{ readonly job: LongJob | undefined }>(() => ({ job: undefined }));

/** The progress is told this often, in milliseconds. */
const TELL_EVERY = 150;

/**
 * Does work that can be stopped, one at a time. Gives its result, or undefined where it was stopped or failed: then
 * the person has been told, with `kept` for what becomes of what was done so far.
 */
export async function longJob<T>(
  facts: Pick<LongJob, 'label' | 'noun' | 'total'> & { readonly kept: string },
  work: (signal: AbortSignal, onDone: (done: number) => void) => Promise<T>,
): Promise<T | undefined> {
  const running = useLongJob.getState().job;
  if (running) {
    tell(`“${running.label}” is still running. Wait for it, or stop it first.`);
    return undefined;
  }
  const { label, noun, total, kept } = facts;
  const stopping = new AbortController();
  const start = performance.now();
  let told = 0;
  const show = (done: number): void => {
    const now = performance.now();
    if (done > 0 && done < total && now - told < TELL_EVERY) return;
    told = now;
    const seconds = (now - start) / 1000;
    useLongJob.setState({
      job: { label, noun, done, total, seconds, stop: () => stopping.abort(new Error('stopped')) },
    });
  };
  show(0);
  try {
    return await atWork(() => work(stopping.signal, (done) => stopping.signal.aborted || show(done)));
  } catch (error) {
    if (stopping.signal.aborted) tell(`Stopped. ${kept}`);
    else tell(`${reasonOf(error)} ${kept}`, 'wrong');
    return undefined;
  } finally {
    useLongJob.setState({ job: undefined });
  }
}
