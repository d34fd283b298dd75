import { createWorkbench, enterWorkbench } from '../workbench';
import 'fake-indexeddb/auto';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { startHistory } from '../../core/edits/history';
import { filmWith } from '../../core/film/random-films';
import { SAMPLE_RATE } from '../../core/time/frames';
import type { Recorder, RecorderEvents } from '../../engine/browser/record/recorder';
import { listTakes, takeFile } from '../../engine/browser/store/take-repository';
import { StandInLocks } from '../../engine/browser/store/stand-in-locks';
import { tryRecordingLock } from '../../engine/browser/store/film-lock';
import { takePieces, takes } from '../../engine/browser/store/stores';
import { clapTest } from './clap-test';
import { closeMicrophone, openMicrophone, setDelay, setHearFilm, useRecord } from './microphone';
import { goTo } from '../transport/play';
import { recordOrStop } from './record';
import { restoreTakes, useTakes } from './takes';
import { setDocument } from '../document/document';
import { setShell, shellNow } from '../shell/shell';
import { transportNow } from '../transport/transport';

/** A recorder whose clock is that of the test, and whose samples say when they were heard: this many are told apart. */
const TOLD_APART = 20_000;
const heardAt = (sample: number): number => (sample % TOLD_APART) / TOLD_APART;
const TENTH = SAMPLE_RATE / 10;

/** What the microphone hears instead, at a sample of its clock. */
let hears: ((sample: number) => number) | undefined;
/** How long its clock has stood still in seconds, and since when it does. */
let stood = 0;
let standsSince: number | undefined;
let microphone: { events: RecorderEvents; clicks: number[] } | undefined;

vi.mock(import('../../engine/browser/record/recorder'), () => {
  class TestRecorder {
    readonly latency = 0;
    #wanted = false;
    readonly #clicks: number[] = [];
    readonly #timer: ReturnType<typeof setInterval>;

    constructor(events: RecorderEvents) {
      microphone = { events, clicks: this.#clicks };
      this.#timer = setInterval(() => {
        const at = Math.round(this.time * SAMPLE_RATE) - TENTH;
        events.onPeak(0.5);
        if (!this.#wanted || standsSince !== undefined) return;
        const samples = Float32Array.from({ length: TENTH }, (_, i) => (hears ?? heardAt)(at + i));
        events.onSamples([samples], at);
      }, 100);
    }

    static open(_: string, events: RecorderEvents): Promise<TestRecorder> {
      return Promise.resolve(new TestRecorder(events));
    }

    get time(): number {
      return (standsSince ?? performance.now() / 1000) - stood;
    }

    start(): void {
      this.#wanted = true;
    }

    stop(): Promise<void> {
      this.#wanted = false;
      return Promise.resolve();
    }

    click(at: number): void {
      this.#clicks.push(at);
    }

    close(): Promise<void> {
      clearInterval(this.#timer);
      return Promise.resolve();
    }
  }
  return { Recorder: TestRecorder as unknown as typeof Recorder };
});

/** When the film began to be heard, in milliseconds, and how much of it the machine was too slow for since. */
let heardSince: number | undefined;
let stumbled = 0;

vi.mock(import('../sound/sound-out'), async (original) => ({
  ...(await original()),
  startSound: () => {
    heardSince = performance.now();
    return Promise.resolve(useRecord.getState().hearFilm);
  },
  heardMilliseconds: () => performance.now() - (heardSince ?? 0) - stumbled,
}));

/** Four seconds at 24 frames a second, on fours. */
const film = filmWith([Array.from({ length: 24 }, (_, i) => ({ id: `pose-${i}`, photoId: 'a', hold: 4 }))]);

beforeEach(async () => {
  // The database goes by its own clock.
  vi.useFakeTimers({
    toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'performance', 'Date'],
  });
  vi.stubGlobal('navigator', { locks: new StandInLocks() });
  vi.stubGlobal('document', Object.assign(new EventTarget(), { hidden: false }));
  vi.stubGlobal('requestAnimationFrame', (callback: FrameRequestCallback) =>
    setTimeout(() => callback(performance.now()), 16),
  );
  vi.stubGlobal('cancelAnimationFrame', clearTimeout);
  for (const store of [takes, takePieces]) await store.clear();
  hears = undefined;
  [stood, standsSince] = [0, undefined];
  useTakes.setState({ takes: [], taken: 0, keeping: undefined });
  enterWorkbench(createWorkbench());
  setShell({ phase: 'open' });
  setDocument({ history: startHistory(film), canWrite: true });
  setDelay(0.05);
  setHearFilm(false);
});

afterEach(async () => {
  await closeMicrophone();
  await pass(500);
  vi.useRealTimers();
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

/** Lets time go by, and what is stored meanwhile be stored. */
async function pass(milliseconds: number): Promise<void> {
  for (let gone = 0; gone < milliseconds; gone += 50) {
    await vi.advanceTimersByTimeAsync(50);
    for (let i = 0; i < 10; i++) await new Promise((resolve) => setImmediate(resolve));
  }
}

const notes = (): string =>
  shellNow()
    .notices.map(({ text }) => text)
    .join(' ');
const doing = (): string => useRecord.getState().doing;

/** The samples of the newest take, as its file holds them: 24 bits. */
async function recorded(): Promise<{ lead: number; samples: number[] }> {
  const [take] = useTakes.getState().takes;
  if (!take) throw new Error('nothing was recorded');
  const bytes = new DataView(await (await takeFile(take)).arrayBuffer());
  const samples = Array.from({ length: take.samples }, (_, i) => {
    const at = 44 + 3 * i;
    return ((bytes.getInt8(at + 2) << 16) | bytes.getUint16(at, true)) / (2 ** 23 - 1);
  });
  return { lead: take.lead, samples };
}

it('counts three in, and lays what was heard, less the delay, on the frame on screen', async () => {
  goTo(24);
  const counted: number[] = [];
  const stop = useRecord.subscribe(({ count }) => counted.at(-1) !== count && counted.push(count));
  recordOrStop();
  await pass(3100);
  stop();
  // Nothing is counted until the microphone is open.
  expect(counted).toEqual([0, 3, 2, 1, 0]);
  expect(doing()).toBe('recording');
  // A click for each second before it begins.
  const [third] = microphone?.clicks.slice(-1) ?? [];
  const begins = Math.round(((third ?? 0) + 1) * SAMPLE_RATE);
  await pass(1000);
  recordOrStop();
  await pass(400);
  expect(doing()).toBe('open');
  const { lead, samples } = await recorded();
  // The film began at a repaint: as late as that was the lead is.
  const late = Math.round(
    (samples[lead] ?? 0) * TOLD_APART - heardAt(begins + 0.05 * SAMPLE_RATE) * TOLD_APART,
  );
  expect(Math.abs(late)).toBeLessThan(0.017 * SAMPLE_RATE);
  // Every sample is there, from a second ahead until a moment after it was stopped, one after the other.
  const first = Math.round((samples[0] ?? 0) * TOLD_APART);
  expect(samples.map((each) => Math.round(each * TOLD_APART))).toEqual(
    samples.map((_, i) => (first + i) % TOLD_APART),
  );
  expect(lead / SAMPLE_RATE).toBeGreaterThan(0.9);
  expect((samples.length - lead) / SAMPLE_RATE).toBeGreaterThan(0.9);
  const [take] = useTakes.getState().takes;
  expect(take).toMatchObject({
    name: 'Take 1',
    done: true,
    pin: { to: 'pose', at: { poseId: 'pose-6' } },
  });
});

it('ends with the film', async () => {
  goTo(72);
  recordOrStop();
  await pass(3200 + 1000 + 600);
  expect(doing()).toBe('open');
  const [take] = useTakes.getState().takes;
  expect(((take?.samples ?? 0) - (take?.lead ?? 0)) / SAMPLE_RATE).toBeCloseTo(1, 0);
});

it('where the machine stalls, the film waits for what is recorded', async () => {
  goTo(72);
  recordOrStop();
  await pass(3600);
  standsSince = performance.now() / 1000;
  await pass(50);
  const { frame } = transportNow();
  await pass(350);
  expect(transportNow().frame).toBe(frame);
  stood = performance.now() / 1000 - standsSince;
  standsSince = undefined;
  await pass(1200);
  expect(doing()).toBe('open');
  const [take] = useTakes.getState().takes;
  // The second that the film lasts, and at most a part more of 0.1 s.
  const seconds = ((take?.samples ?? 0) - (take?.lead ?? 0)) / SAMPLE_RATE;
  expect(seconds).toBeGreaterThan(0.95);
  expect(seconds).toBeLessThan(1.2);
});

it('goes on in a hidden tab, where nothing is repainted, to the end of the film; it is said', async () => {
  goTo(72);
  recordOrStop();
  await pass(3400);
  vi.stubGlobal('requestAnimationFrame', () => 0);
  Object.assign(document, { hidden: true });
  document.dispatchEvent(new Event('visibilitychange'));
  await pass(1500);
  expect(doing()).toBe('recording');
  await pass(2000);
  expect(doing()).toBe('open');
  expect(notes()).toMatch(/^The tab was hidden while you recorded: the sound went on/);
  const [take] = useTakes.getState().takes;
  expect(((take?.samples ?? 0) - (take?.lead ?? 0)) / SAMPLE_RATE).toBeGreaterThan(1);
});

it('a film that is heard and stumbles says how far the take is off by its end', async () => {
  for (const [late, said] of [
    [5, ''],
    [250, 'the take ends 6 frames behind the film. It is saved.'],
  ] as const) {
    stumbled = 0;
    setHearFilm(true);
    goTo(0);
    recordOrStop();
    await pass(4600);
    stumbled = late;
    await pass(1500);
    recordOrStop();
    await pass(400);
    expect(notes()).toContain(said);
    expect(notes() === '').toBe(said === '');
  }
  expect(useTakes.getState().takes.length).toBe(2);
});

it('stopped in its count-in, or with the film left, nothing is kept and the microphone can be used again', async () => {
  recordOrStop();
  await pass(2600);
  recordOrStop();
  await pass(400);
  expect(doing()).toBe('open');
  expect(await listTakes(film.id)).toEqual([]);
  recordOrStop();
  await pass(500);
  setShell({ phase: 'shelf' });
  await pass(400);
  expect(doing()).toBe('closed');
  expect(await listTakes(film.id)).toEqual([]);
});

it('unplugged, what was recorded until then is kept, and said', async () => {
  recordOrStop();
  await pass(4200);
  expect(doing()).toBe('recording');
  microphone?.events.onGone();
  await pass(500);
  expect(notes()).toMatch(/unplugged. What was recorded until then is under Takes/);
  expect(doing()).toBe('closed');
  const [take] = useTakes.getState().takes;
  expect((take?.samples ?? 0) / SAMPLE_RATE).toBeGreaterThan(1.5);
});

it('a full disk stops it; what was stored before is found again', async () => {
  recordOrStop();
  await pass(4700);
  vi.spyOn(takePieces, 'setItem').mockRejectedValue(new DOMException('', 'QuotaExceededError'));
  await pass(1500);
  expect(notes()).toMatch(/No room left: the recording stopped/);
  await restoreTakes(film.id);
  const [take] = useTakes.getState().takes;
  expect((take?.samples ?? 0) / SAMPLE_RATE).toBeGreaterThanOrEqual(1);
  expect((take?.samples ?? 0) % (SAMPLE_RATE / 2)).toBeLessThan(TENTH);
});

it('two tabs do not record at once, nor does one that may not write', async () => {
  const other = await tryRecordingLock();
  recordOrStop();
  await pass(300);
  expect(notes()).toMatch(/Another tab is recording/);
  expect(doing()).toBe('open');
  other?.release();
  await closeMicrophone();
  setDocument({ canWrite: false });
  recordOrStop();
  await pass(300);
  expect(notes()).toMatch(/open in another tab/);
  expect(doing()).toBe('closed');
});

it('the clap test finds how late the microphone hears, and says so where nothing can be told', async () => {
  await openMicrophone();
  // A burst 83 ms after each click.
  hears = (sample) => {
    const since = (microphone?.clicks ?? []).map((at) => sample - Math.round((at + 0.083) * SAMPLE_RATE));
    const near = since.find((each) => each >= 0 && each < 2000);
    return near === undefined ? 0 : 0.8 * Math.exp(-near / 400) * Math.sin(near / 3);
  };
  void clapTest();
  await pass(5500);
  expect(useRecord.getState().delay).toBeCloseTo(0.083, 2);
  expect(notes()).toMatch(/8[2-4] ms late/);
  hears = () => 0;
  void clapTest();
  await pass(5500);
  expect(notes()).toMatch(/were not heard/);
  expect(useRecord.getState().delay).toBeCloseTo(0.083, 2);
});
