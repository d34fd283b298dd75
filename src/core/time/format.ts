import { frameToSeconds, SAMPLE_RATE } from './frames';
import type { Rate } from './rate';

/** `1 frame`, `24 frames`, `3 photos`: a count with its noun. */
export const count = (n: number, noun: string, plural = `${noun}s`): string =>
  `${n.toLocaleString('en')} ${n === 1 ? noun : plural}`;

/** `24 frames, 1.0 s` */
export const formatLength = (frames: number, r: Rate): string =>
  `${count(frames, 'frame')}, ${frameToSeconds(frames, r).toFixed(1)} s`;

/** `1.25 s`: samples at 48 kHz as seconds. */
export const formatSamples = (samples: number): string => `${(samples / SAMPLE_RATE).toFixed(2)} s`;

/** `4 s 12 f`: whole seconds and the frames over, counted at the nominal rate. */
export function formatSecondsAndFrames(frames: number, r: Rate): string {
  const seconds = Math.floor(frameToSeconds(frames, r));
  const over = frames - Math.ceil((seconds * r.num) / r.den);
  return `${seconds} s ${over} f`;
}

/** `about 2 min`, `12 s`: a time to wait, in the words of a person. */
export function formatWait(seconds: number): string {
  if (!Number.isFinite(seconds)) return 'not known yet';
  if (seconds < 90) return `${Math.max(1, Math.round(seconds))} s`;
  return `about ${Math.round(seconds / 60)} min`;
}

/** `3.4 MB`: a file size in decimal units, as file managers show it. */
export function formatSize(bytes: number): string {
  if (bytes < 1000) return count(bytes, 'byte');
  const units = ['kB', 'MB', 'GB', 'TB'];
  const power = Math.min(units.length, Math.floor(Math.log10(bytes) / 3));
  const value = bytes / 1000 ** power;
  return `${value.toFixed(value < 10 ? 1 : 0)} ${units[power - 1]}`;
}
