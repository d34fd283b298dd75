import { WebVTTParser } from 'webvtt-parser';
import { SAMPLE_RATE } from '../time/frames';
import { err, ok, type Result } from '../time/result';

/** What is said from one sample of the film until another. */
export interface SpokenText {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

const two = (value: number): string => String(value).padStart(2, '0');

/** `00:00:01.250`, the time stamp of WebVTT. */
function stamp(sample: number): string {
  const thousandths = Math.round((sample * 1000) / SAMPLE_RATE);
  const seconds = Math.floor(thousandths / 1000);
  const clock = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60].map(two).join(':');
  return `${clock}.${String(thousandths % 1000).padStart(3, '0')}`;
}

const escaped = (text: string): string =>
  text
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/\s*\n\s*/g, ' ');

/** Words as a WebVTT file (W3C WebVTT, 2019). */
export const webVtt = (words: readonly SpokenText[]): string =>
  [
    'WEBVTT',
    ...words.map(({ from, to, text }) => `${stamp(from)} --> ${stamp(to)}\n${escaped(text)}`),
    '',
  ].join('\n\n');

const plainText = (text: string): string =>
  text
    .replace(/<[^>]*>/g, '')
    .replace(/&lt;/g, '<')
    .replace(/&gt;/g, '>')
    .replace(/&nbsp;/g, ' ')
    .replace(/&amp;/g, '&')
    .replace(/\s+/g, ' ')
    .trim();

/** Reads a WebVTT file; what is broken in it is passed over as the standard says. Refuses what has no text at all. */
export function readWebVtt(file: string): Result<readonly SpokenText[]> {
  if (!/^\uFEFF?WEBVTT(\s|$)/.test(file))
    return err('This is not a WebVTT file: it does not begin with WEBVTT.');
  const words = new WebVTTParser()
    .parse(file)
    .cues.map(({ startTime, endTime, text }) => ({
      from: Math.round(startTime * SAMPLE_RATE),
      to: Math.round(endTime * SAMPLE_RATE),
      text: plainText(text),
    }))
    .filter(({ from, to }) => to > from);
  return words.length > 0 ? ok(words) : err('There are no words in this WebVTT file.');
}
