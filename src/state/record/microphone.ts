import { create } from 'zustand';
import { keepDelay, readDelay } from '../../engine/browser/record/microphone-delay';
import { listMicrophones, STAND_IN, type Microphone } from '../../engine/browser/record/microphones';
import { Recorder, type RecorderEvents } from '../../engine/browser/record/recorder';
import { reasonOf } from '../../engine/faults/reason-of';
import { stopHearing } from '../sound/hear-sound';
import { tell, subscribeToShell } from '../shell/shell';

/** What the microphone does: `counting` is the count-in before a recording, `clapping` the clap test. */
type Doing = 'closed' | 'opening' | 'open' | 'counting' | 'recording' | 'clapping';

interface RecordState {
  readonly microphones: readonly Microphone[];
  /** The chosen one, by id. */
  readonly microphone: string;
  readonly doing: Doing;
  /** The loudest sample of the last tenth of a second, and of the last moments. */
  readonly peak: number;
  readonly most: number;
  /** What is counted to: 3, 2, 1. */
  readonly count: number;
  /** Seconds recorded. */
  readonly seconds: number;
  /** How late the microphone is, in seconds. */
  readonly delay: number;
  /** Whether the film is heard while it is recorded to. */
  readonly hearFilm: boolean;
}

/** How late a microphone is taken to be before it was measured, in seconds. */
const USUAL_DELAY = 0.02;

/** The microphone, and what is being recorded. */
export const useRecord = create<RecordState>(() => ({
  microphones: [STAND_IN],
  microphone: STAND_IN.id,
  doing: 'closed',
  peak: 0,
  most: 0,
  count: 0,
  seconds: 0,
  delay: USUAL_DELAY,
  hearFilm: false,
}));

const state = useRecord.getState;
const set = useRecord.setState;

let recorder: Recorder | undefined;
/** Counts openings, so that one that was given up meanwhile is known as such. */
let openings = 0;
let onSamples: RecorderEvents['onSamples'] = () => undefined;
let onClosing = (): void => undefined;

/** The open microphone with its clock. */
export const openRecorder = (): Recorder | undefined => recorder;

/** Who takes the samples that are asked for, until somebody else does. */
export const takeSamples = (take: RecorderEvents['onSamples']): void => {
  onSamples = take;
};

/** What is ended before the microphone is closed. */
export const whenClosing = (end: () => void): void => {
  onClosing = end;
};

/** Waits for a time of the microphone’s clock; where it is closed, or `signal` is aborted, there is nothing to wait for. */
export const untilClock = (time: number, signal?: AbortSignal): Promise<void> =>
  new Promise((resolve) => {
    const wait = (): void => {
      const left = recorder && !signal?.aborted ? time - recorder.time : 0;
      if (left <= 0) resolve();
      else setTimeout(wait, Math.min(left * 1000, 50));
    };
    wait();
  });

/** Looks which microphones there are; one of them is chosen where the chosen one is gone. */
export async function findMicrophones(): Promise<void> {
  const microphones = await listMicrophones();
  const still = microphones.some(({ id }) => id === state().microphone);
  const first = microphones[0] ?? STAND_IN;
  set({ microphones });
  if (!still || (!picked && !recorder)) await takeMicrophone(first.id);
}

/** Whether a person chose the microphone; before, it is the first that is found. */
let picked = false;

/** Chooses a microphone by its id, and opens it where one was open. */
export async function chooseMicrophone(microphone: string): Promise<void> {
  picked = true;
  await takeMicrophone(microphone);
}

async function takeMicrophone(microphone: string): Promise<void> {
  await closeMicrophone();
  set({ microphone, delay: (await readDelay(microphone)) ?? USUAL_DELAY });
}

/** The loudest sample is remembered for about so many tenths of a second. */
const FALL = 0.93;

/** Opens the chosen microphone: from now on its level is seen. */
export async function openMicrophone(): Promise<void> {
  if (recorder || state().doing !== 'closed') return;
  stopHearing();
  set({ doing: 'opening', peak: 0, most: 0 });
  const mine = ++openings;
  try {
    const opened = await Recorder.open(state().microphone, {
      onPeak: (peak) => set(({ most }) => ({ peak, most: Math.max(peak, most * FALL) })),
      onSamples: (channels, at) => onSamples(channels, at),
      onGone: microphoneGone,
    });
    if (mine !== openings) return await opened.close();
    recorder = opened;
    set({ doing: 'open' });
    // Now that it may be used the browser tells the names.
    set({ microphones: await listMicrophones() });
  } catch (error) {
    if (mine !== openings) return;
    set({ doing: 'closed' });
    tell(reasonOf(error), 'wrong');
  }
}

/** Closes the microphone. */
export async function closeMicrophone(): Promise<void> {
  onClosing();
  openings++;
  const closing = recorder;
  recorder = undefined;
  set({ doing: 'closed', peak: 0, most: 0 });
  await closing?.close();
}

function microphoneGone(): void {
  const recording = state().doing === 'recording';
  void closeMicrophone();
  void findMicrophones();
  tell(
    recording
      ? 'The microphone was unplugged. What was recorded until then is under Takes.'
      : 'The microphone was unplugged. Plug it in and open it again, or choose another one.',
    'wrong',
  );
}

/** Chooses whether the film is heard while it is recorded to. */
export const setHearFilm = (hearFilm: boolean): void => set({ hearFilm });

/** Sets how late the chosen microphone is, in seconds. */
export function setDelay(delay: number): void {
  set({ delay });
  void keepDelay(state().microphone, delay);
}

// Who leaves the film, or stops it, stops the recording.
subscribeToShell((now, before) => {
  if (now.phase !== before.phase && recorder) void closeMicrophone();
});
