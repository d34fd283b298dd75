import { create } from 'zustand';
import { pinAt } from '../core/film/cue-place';
import type { Film } from '../core/film/film';
import { findAttacks } from '../core/sound/attacks';
import { clapDelay } from '../core/sound/clap-delay';
import { middle } from '../core/sound/middle';
import { frameToSample, frameToSeconds, SAMPLE_RATE } from '../core/time/frames';
import { keepDelay, readDelay } from '../engine/browser/record/microphone-delay';
import { listMicrophones, STAND_IN, type Microphone } from '../engine/browser/record/microphones';
import { Recorder } from '../engine/browser/record/recorder';
import { removeTake, TakeWriter, type Take } from '../engine/browser/record/take-shelf';
import { isFull } from '../engine/browser/store/is-full';
import { tryRecordingLock } from '../engine/browser/store/film-lock';
import { newId } from './arrange-poses';
import { stopHearing } from './hear-sound';
import { pause, placeNow, play, spanPlayed } from './player';
import { addTake, restoreTakes, useTakes } from './takes';
import { dismissAll, openFilm, tell, useWorkbench, workbench } from './workbench';

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
let onSamples: (channels: readonly Float32Array<ArrayBuffer>[], at: number) => void = () => undefined;
/** Ends what is being recorded. */
let finish: (() => void) | undefined;

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
    tell(error instanceof Error ? error.message : String(error), 'wrong');
  }
}

export async function closeMicrophone(): Promise<void> {
  finish?.();
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
      ? 'The microphone was unplugged. What was recorded until then is kept with the takes.'
      : 'The microphone was unplugged. Plug it in and open it again, or choose another one.',
    'wrong',
  );
}

export const setHearFilm = (hearFilm: boolean): void => set({ hearFilm });

/** Sets how late the chosen microphone is, in seconds. */
export function setDelay(delay: number): void {
  set({ delay });
  void keepDelay(state().microphone, delay);
}

/** Counts in: three, a second each. */
const COUNTS = 3;
/** So much before the film begins is recorded too: who speaks early is not cut. */
const AHEAD = 1;
/** The film is made ready so many seconds before it begins. */
const READY = 0.3;

const until = (time: number): Promise<void> =>
  new Promise((resolve) => {
    const wait = (): void => {
      const left = recorder ? time - recorder.time : 0;
      if (left <= 0) resolve();
      else setTimeout(wait, Math.min(left * 1000, 50));
    };
    wait();
  });

/** Begins to record from the frame on screen, or ends what is being recorded. */
export function recordOrStop(): void {
  if (finish) finish();
  else void record();
}

async function record(): Promise<void> {
  const film = openFilm();
  if (!film) return;
  if (!workbench().canWrite) return tell('This film is open in another tab. Record there.');
  if (!recorder) await openMicrophone();
  if (!recorder || state().doing !== 'open') return;
  const own = recorder;
  // A second press before the lock is there is none.
  set({ doing: 'counting', count: COUNTS, seconds: 0 });
  const lock = await tryRecordingLock();
  if (!isOpen(own)) return lock?.release();
  if (!lock) set({ doing: 'open' });
  if (!lock)
    return tell('Another tab is recording. Stop it there first; two at once would record each other.');
  try {
    await recordTake(own, film);
  } finally {
    lock.release();
  }
}

/** Seconds that the film is behind the clock are told at this many repaints. */
const LOOKS = 40;

async function recordTake(own: Recorder, film: Film): Promise<void> {
  pause();
  stopHearing();
  // Nothing lies over the picture that is spoken to.
  dismissAll();
  const { rate } = film.settings;
  const { frame } = workbench();
  let stopped = false;
  const isStopped = (): boolean => stopped;
  let ends = (): void => undefined;
  const ended = new Promise<void>((resolve) => {
    ends = resolve;
  });
  finish = () => {
    stopped = true;
    ends();
  };
  const begins = own.time + COUNTS + 0.1;
  const startSeconds = frameToSeconds(frame, rate);

  const samples = new TakeSamples(film, frame, Math.round(begins * SAMPLE_RATE));
  onSamples = (channels, at) => samples.push(channels, at, () => finish?.());
  const hidden = new AbortController();
  let wasHidden = false as boolean;
  document.addEventListener(
    'visibilitychange',
    () => {
      wasHidden ||= document.hidden;
    },
    { signal: hidden.signal },
  );
  try {
    for (let i = 0; i < COUNTS; i++) own.click(begins - COUNTS + i, i === COUNTS - 1 ? 1320 : 880);
    for (let i = COUNTS; i > 0 && !isStopped(); i--) {
      set({ count: i });
      if (i === AHEAD) own.start(begins);
      // A little before the last second is over the film is made ready.
      await Promise.race([until(begins - i + 1 - (i === 1 ? READY : 0)), ended]);
    }
    if (isStopped()) return;
    const span = { from: frame, to: spanPlayed(film).to > frame ? spanPlayed(film).to : frame + 1 };
    const at = performance.now() + (begins - own.time) * 1000;
    play(span, { once: true, silent: !state().hearFilm, at, onEnd: ends });
    await Promise.race([until(begins), ended]);
    set({ doing: 'recording', count: 0 });
    const left = (frameToSeconds(span.to, rate) - startSeconds) * 1000;
    // Where the tab is hidden nothing is repainted, and the film comes to no end.
    setTimeout(ends, left + 3000 + READY * 1000);
    followClock(own, rate, samples, startSeconds, () => finish?.());
    await ended;
  } finally {
    finish = undefined;
    hidden.abort();
    pause();
    // What was said on the last frame is still on its way.
    await new Promise((resolve) => setTimeout(resolve, state().delay * 1000 + 60));
    if (isOpen(own)) await own.stop();
    onSamples = () => undefined;
    await keep(samples, film.id);
    if (isOpen(own)) set({ doing: 'open' });
    if (wasHidden)
      tell(
        'The tab was hidden while you recorded: the sound went on, but the film could not be seen. Hear the take before you keep it.',
      );
  }
}

const isOpen = (own: Recorder): boolean => recorder === own;

async function keep(samples: TakeSamples, filmId: string): Promise<void> {
  try {
    const take = await samples.finish();
    // Stopped while it was counted in, nothing of the film was recorded to.
    if (take && take.samples <= take.lead) await removeTake(take.id);
    else if (take) addTake(take);
  } catch {
    // It was told that it could not be stored; what was stored before is found again.
    await restoreTakes(filmId);
  }
}

/** Watches how far the film is behind the recorder's clock, and that it goes on. */
function followClock(
  own: Recorder,
  rate: Film['settings']['rate'],
  samples: TakeSamples,
  startSeconds: number,
  onPaused: () => void,
): void {
  const behind: number[] = [];
  const look = (): void => {
    if (!finish || recorder !== own) return;
    const place = placeNow();
    if (place !== undefined && behind.length < LOOKS) {
      behind.push(own.time - frameToSeconds(place, rate));
      if (behind.length % 10 === 0)
        samples.setLead((startSeconds + (middle(behind) ?? 0) + state().delay) * SAMPLE_RATE);
    }
    set({ seconds: Math.max(0, samples.seconds - AHEAD) });
    if (!workbench().playing && !document.hidden) return onPaused();
    requestAnimationFrame(look);
  };
  look();
}

/** A take as it grows: begun with its first samples. */
class TakeSamples {
  readonly #film: Film;
  readonly #frame: number;
  #writer: TakeWriter | undefined;
  /** Sample of the clock with which it begins, and the one that belongs to the film's frame. */
  #begun = 0;
  #lead: number;

  constructor(film: Film, frame: number, lead: number) {
    this.#film = film;
    this.#frame = frame;
    this.#lead = lead + state().delay * SAMPLE_RATE;
  }

  get seconds(): number {
    return (this.#writer?.samples ?? 0) / SAMPLE_RATE;
  }

  push(channels: readonly Float32Array<ArrayBuffer>[], at: number, onFailed: () => void): void {
    if (!this.#writer) {
      this.#begun = at;
      const sample = frameToSample(this.#frame, this.#film.settings.rate);
      this.#writer = new TakeWriter({
        id: newId(),
        filmId: this.#film.id,
        name: `Take ${useTakes.getState().taken + 1}`,
        recordedAt: Date.now(),
        channels: channels.length,
        lead: Math.round(this.#lead - at),
        pin: pinAt(this.#film, sample, 0),
        samples: 0,
        done: false,
      });
    }
    this.#writer.push(channels).catch((error: unknown) => {
      tell(
        isFull(error)
          ? 'The browser has no room left: the recording was stopped. What was recorded until then is kept.'
          : `The recording could not be stored and was stopped: ${String(error)}.`,
        'wrong',
      );
      onFailed();
    });
  }

  setLead(sample: number): void {
    this.#lead = sample;
    this.#writer?.change({ lead: Math.round(sample - this.#begun) });
  }

  /** The take; undefined where nothing was recorded. Rejects when it cannot be stored. */
  async finish(): Promise<Take | undefined> {
    return this.#writer?.finish();
  }
}

/** Clicks of the clap test, a second apart. */
const CLICKS = 4;

/** Plays four clicks and hears how late the microphone, or who claps along, is. */
export async function clapTest(): Promise<void> {
  if (!recorder) await openMicrophone();
  const own = recorder;
  if (!own || state().doing !== 'open') return;
  pause();
  set({ doing: 'clapping' });
  const heard: Float32Array[] = [];
  let first: number | undefined;
  onSamples = ([channel], at) => {
    first ??= at;
    if (channel) heard.push(channel);
  };
  try {
    own.start();
    const begins = own.time + 1;
    const clicks = Array.from({ length: CLICKS }, (_, i) => begins + i);
    for (const at of clicks) own.click(at, 1760, true);
    await until(begins + CLICKS - 0.2);
    await own.stop();
    const whole = new Float32Array(heard.reduce((sum, part) => sum + part.length, 0));
    let at = 0;
    for (const part of heard) {
      whole.set(part, at);
      at += part.length;
    }
    const places = clicks.map((time) => (time + own.latency) * SAMPLE_RATE - (first ?? 0));
    const delay = clapDelay(places, findAttacks(whole));
    if (recorder !== own) return;
    if (delay === undefined || delay < 0)
      return tell(
        'The claps could not be told. Clap along with all four clicks, near the microphone, or let it hear the loudspeaker.',
      );
    setDelay(Math.round(delay * 1000) / 1000);
    tell(`The microphone is ${Math.round(delay * 1000)} ms late. That is allowed for from now on.`);
  } finally {
    onSamples = () => undefined;
    if (recorder === own) set({ doing: 'open' });
  }
}

// Who leaves the film, or stops it, stops the recording.
useWorkbench.subscribe((now, before) => {
  if (now.phase !== before.phase && recorder) void closeMicrophone();
});
