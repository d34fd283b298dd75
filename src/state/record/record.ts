import type { Film } from '../../core/film/film';
import { middle } from '../../core/sound/middle';
import { frameToSeconds, SAMPLE_RATE } from '../../core/time/frames';
import { rateNumber } from '../../core/time/rate';
import { count } from '../../core/time/format';
import type { Recorder } from '../../engine/browser/record/recorder';
import { removeTake } from '../../engine/browser/store/take-repository';
import { tryRecordingLock } from '../../engine/browser/store/film-lock';
import { stopHearing } from '../sound/hear-sound';
import { openMicrophone, openRecorder, takeSamples, untilClock, useRecord, whenClosing } from './microphone';
import { pause, placeNow, play, spanPlayed } from '../transport/play';
import { TakeSamples } from './take-samples';
import { addTake, restoreTakes } from './takes';
import { documentNow, openFilm } from '../document/document';
import { dismissAll, setShell, tell } from '../shell/shell';
import { transportNow } from '../transport/transport';

const state = useRecord.getState;
const set = useRecord.setState;

/** Ends what is being recorded. */
let finish: (() => void) | undefined;
whenClosing(() => finish?.());

/** Counts in: three, a second each. */
const COUNTS = 3;
/** So much before the film begins is recorded too: who speaks early is not cut. */
const AHEAD = 1;
/** So much behind the film's end it is ended where the film itself does not end. */
const AFTER = 2;
/** The film is made ready so many seconds before it begins. */
const READY = 0.3;

/** Begins to record from the frame on screen, or ends what is being recorded. */
export function recordOrStop(): void {
  if (finish) finish();
  else void record();
}

async function record(): Promise<void> {
  const film = openFilm();
  if (!film) return;
  if (!documentNow().canWrite)
    return tell('This film is open in another tab. Close that tab to record here.');
  if (!openRecorder()) await openMicrophone();
  const own = openRecorder();
  if (!own || state().doing !== 'open') return;
  // What comes of it is kept or thrown away there.
  setShell({ soundPanel: 'record' });
  // A second press before the lock is there is none.
  set({ doing: 'counting', count: COUNTS, seconds: 0 });
  const lock = await tryRecordingLock();
  if (!isOpen(own)) return lock?.release();
  if (!lock) set({ doing: 'open' });
  if (!lock) return tell('Another tab is recording. Stop it there first.');
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
  const { frame } = transportNow();
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
  takeSamples((channels, at) => samples.push(channels, at, () => finish?.()));
  const over = new AbortController();
  let wasHidden = false as boolean;
  document.addEventListener(
    'visibilitychange',
    () => {
      wasHidden ||= document.hidden;
    },
    { signal: over.signal },
  );
  try {
    for (let i = 0; i < COUNTS; i++) own.click(begins - COUNTS + i, i === COUNTS - 1 ? 1320 : 880);
    for (let i = COUNTS; i > 0 && !isStopped(); i--) {
      set({ count: i });
      if (i === AHEAD) own.start(begins);
      // A little before the last second is over the film is made ready.
      await Promise.race([untilClock(begins - i + 1 - (i === 1 ? READY : 0)), ended]);
    }
    if (isStopped()) return;
    const span = { from: frame, to: spanPlayed(film).to > frame ? spanPlayed(film).to : frame + 1 };
    // By the recorder's clock: where the machine stalls and it loses a moment, the picture waits for it.
    play(span, {
      once: true,
      ownSpeed: true,
      silent: !state().hearFilm,
      clock: () => own.time * 1000,
      at: begins * 1000,
      onEnd: ends,
    });
    await Promise.race([untilClock(begins), ended]);
    set({ doing: 'recording', count: 0 });
    const slid = followClock(own, rate, samples, startSeconds, () => finish?.());
    // Where the tab is hidden nothing is repainted, and the film comes to no end.
    const left = frameToSeconds(span.to, rate) - startSeconds;
    await Promise.race([untilClock(begins + left + AFTER, over.signal), ended]);
    tellSlid(slid(), rate);
  } finally {
    finish = undefined;
    over.abort();
    pause();
    // What was said on the last frame is still on its way.
    await new Promise((resolve) => setTimeout(resolve, state().delay * 1000 + 60));
    if (isOpen(own)) await own.stop();
    takeSamples(() => undefined);
    await keep(samples, film.id);
    if (isOpen(own)) set({ doing: 'open' });
    if (wasHidden)
      tell(
        'The tab was hidden while you recorded: the sound went on. Play the take before you use it.',
        'asks',
      );
  }
}

const isOpen = (own: Recorder): boolean => openRecorder() === own;

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

/** A film that is heard goes by what is heard; on a machine that cannot keep up that stops while the recorder goes on. */
function tellSlid(seconds: number, rate: Film['settings']['rate']): void {
  const frames = Math.round(seconds * rateNumber(rate));
  if (frames === 0) return;
  tell(
    `The computer was too slow: the take ends ${count(Math.abs(frames), 'frame')} ${frames > 0 ? 'behind' : 'ahead of'} the film. It is saved. Untick “Hear the film meanwhile” next time.`,
    'wrong',
  );
}

/** Watches how far the film is behind the recorder's clock, and that it goes on; tells how far it has slid since it began. */
function followClock(
  own: Recorder,
  rate: Film['settings']['rate'],
  samples: TakeSamples,
  startSeconds: number,
  onPaused: () => void,
): () => number {
  const behind: number[] = [];
  let latest: number[] = [];
  const look = (): void => {
    if (!finish || openRecorder() !== own) return;
    const place = placeNow();
    if (place !== undefined) {
      const now = own.time - frameToSeconds(place, rate);
      latest = [...latest, now].slice(-LOOKS);
      if (behind.length < LOOKS) {
        behind.push(now);
        if (behind.length % 10 === 0)
          samples.setLead((startSeconds + (middle(behind) ?? 0) + state().delay) * SAMPLE_RATE);
      }
    }
    set({ seconds: Math.max(0, samples.seconds - AHEAD) });
    if (!transportNow().playing && !document.hidden) return onPaused();
    requestAnimationFrame(look);
  };
  look();
  return () => (middle(latest) ?? 0) - (middle(behind) ?? 0);
}
