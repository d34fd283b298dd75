import { randomFrom } from '../art/random';
import { SAMPLE_RATE } from './wav';

/** Adds `make(seconds since start)` to a track, from `at` seconds on, for `length` seconds. */
function add(track: Float32Array, at: number, length: number, make: (t: number) => number): void {
  const from = Math.round(at * SAMPLE_RATE);
  for (let i = 0; i < length * SAMPLE_RATE && from + i < track.length; i++) {
    track[from + i] = (track[from + i] as number) + make(i / SAMPLE_RATE);
  }
}

const track = (seconds: number): Float32Array => new Float32Array(Math.round(seconds * SAMPLE_RATE));

/** Frequency of a note counted in semitones from middle A, 440 Hz. */
const pitch = (semitones: number): number => 440 * 2 ** (semitones / 12);

/** A pipe of a fairground organ: odd and even partials, a breath at the start, a slow tremble. */
function pipe(out: Float32Array, at: number, semitones: number, length: number, level: number): void {
  const f = pitch(semitones);
  add(out, at, length + 0.06, (t) => {
    const swell = Math.min(1, t / 0.02) * Math.min(1, Math.max(0, (length + 0.06 - t) / 0.06));
    const tremble = 1 + 0.05 * Math.sin(2 * Math.PI * 6 * t);
    let sum = 0;
    for (const [n, share] of [
      [1, 1],
      [2, 0.55],
      [3, 0.32],
      [4, 0.2],
      [6, 0.1],
      [8, 0.06],
    ] as const) {
      sum += share * Math.sin(2 * Math.PI * f * n * t + 0.02 * n * Math.sin(2 * Math.PI * 6 * t));
    }
    return level * swell * tremble * sum;
  });
}

/** A waltz of our own for a small organ: 16 bars at 168 beats a minute. */
export function organWaltz(): Float32Array {
  const beat = 60 / 168;
  const out = track(16 * 3 * beat + 1);
  const melody: readonly (readonly [number, number])[] = [
    [3, 2],
    [7, 1],
    [10, 2],
    [7, 1],
    [8, 1],
    [7, 1],
    [5, 1],
    [3, 3],
    [5, 2],
    [8, 1],
    [12, 2],
    [8, 1],
    [10, 1],
    [8, 1],
    [7, 1],
    [5, 3],
    [3, 2],
    [7, 1],
    [15, 2],
    [12, 1],
    [10, 1],
    [12, 1],
    [8, 1],
    [7, 3],
    [5, 1],
    [7, 1],
    [8, 1],
    [10, 2],
    [5, 1],
    [3, 3],
    [3, 3],
  ];
  let at = 0;
  for (const [note, beats] of melody) {
    pipe(out, at * beat, note, beats * beat * 0.92, 0.5);
    pipe(out, at * beat, note + 12, beats * beat * 0.92, 0.14);
    at += beats;
  }
  const chords = [
    [-21, -9, -5, -2],
    [-21, -9, -5, -2],
    [-16, -8, -4, 0],
    [-21, -9, -5, -2],
    [-14, -7, -4, -2],
    [-14, -7, -4, 0],
    [-14, -7, -4, -2],
    [-14, -7, -4, -2],
  ];
  for (let bar = 0; bar < 16; bar++) {
    const [bass, ...rest] = chords[bar % 8] as number[];
    pipe(out, bar * 3 * beat, bass as number, beat * 0.8, 0.5);
    for (const b of [1, 2]) for (const note of rest) pipe(out, (bar * 3 + b) * beat, note, beat * 0.45, 0.17);
  }
  return out;
}

/** Four hooves on boards: a knock of wood, each a little different. */
export function hoofClops(): Float32Array {
  const out = track(2.2);
  const random = randomFrom(31);
  [0.05, 0.3, 0.58, 0.83, 1.1, 1.36, 1.62, 1.87].forEach((at, i) => {
    const f = [420, 360, 450, 340][i % 4] as number;
    add(
      out,
      at,
      0.16,
      (t) =>
        Math.exp(-t * 42) * (Math.sin(2 * Math.PI * f * t) + 0.6 * Math.sin(2 * Math.PI * f * 2.31 * t)) +
        Math.exp(-t * 260) * (random() * 2 - 1),
    );
  });
  return out;
}

/** The bell of the ticket booth, struck twice: partials of a small bell, each dying at its own pace. */
export function bell(): Float32Array {
  const out = track(3);
  for (const at of [0.02, 0.42]) {
    for (const [ratio, level, decay] of [
      [0.5, 0.3, 1.6],
      [1, 1, 2.2],
      [1.19, 0.5, 2.8],
      [1.5, 0.3, 3.4],
      [2, 0.6, 4],
      [2.74, 0.3, 6],
      [3.76, 0.2, 8],
    ] as const) {
      add(
        out,
        at,
        2.5,
        (t) =>
          level * Math.min(1, t / 0.002) * Math.exp(-t * decay) * Math.sin(2 * Math.PI * 1180 * ratio * t),
      );
    }
  }
  return out;
}

/** People going home, far off: bands of noise that swell like voices. Made to be repeated without a seam. */
export function crowd(): Float32Array {
  const seconds = 8;
  const out = track(seconds);
  const random = randomFrom(77);
  const cycle = (2 * Math.PI) / seconds;
  for (let voice = 0; voice < 40; voice++) {
    const f = Math.round((140 + random() * 520) * seconds) / seconds;
    const rate = Math.round((1.5 + random() * 3.5) * seconds);
    const slow = 1 + Math.floor(random() * 3);
    const [a, b, c] = [random() * 6.28, random() * 6.28, random() * 6.28];
    const level = 0.4 + random();
    add(out, 0, seconds, (t) => {
      const syllables =
        Math.max(0, Math.sin(cycle * rate * t + a)) ** 2 * (0.5 + 0.5 * Math.sin(cycle * slow * t + b));
      const tone =
        Math.sin(2 * Math.PI * f * t + 2.2 * Math.sin(cycle * (rate + 3) * t + c)) +
        0.5 * Math.sin(4 * Math.PI * f * t + a);
      return level * syllables * tone;
    });
  }
  let low = 0;
  const hiss = Float32Array.from(out, () => (low += 0.08 * (random() * 2 - 1 - low)));
  return out.map(
    (each, i) => each + 6 * (hiss[i] as number) * Math.min(1, i / 4800, (out.length - i) / 4800),
  );
}
