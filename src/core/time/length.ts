import { plainNumbers } from './plain-numbers';
import { secondsToLength } from './frames';
import { err, ok, type Result } from './result';
import type { Rate } from './rate';
import { timecodeToFrame } from './timecode';

const HELP = 'Type frames (12), seconds (0.5s), both (1s 6f) or timecode (00:00:01:06).';

const number = (text: string | undefined): number => Number(text ?? '');

/** A length in the units that are read here: minutes and milliseconds as seconds, `and` left out. */
const inSeconds = (typed: string): string =>
  typed
    .replace(/(\d+(?:\.\d+)?)\s*(?:ms|milliseconds?)\b/, (_, ms: string) => `${Number(ms) / 1000}s`)
    .replace(
      /^(\d+)\s*(?:m|min|minutes?)\b(?:\s*(\d+(?:\.\d+)?)\s*(?:s|sec|seconds?)?\b)?/,
      (_, minutes: string, over: string | undefined) => `${60 * Number(minutes) + Number(over ?? 0)}s`,
    )
    .replace(/\s*(?:,|\+|\band\b)\s*(?=\d)/, ' ');

/**
 * Reads a typed length as a whole number of frames from one up: `12` or `12f` frames; `0.5s`, at the nearest whole
 * frame; `1s 6f`; or timecode, whose frames are those before it. At most 24 hours.
 */
export function parseLength(text: string, r: Rate, noun = 'length'): Result<number> {
  const typed = inSeconds(plainNumbers(text).toLowerCase());
  if (typed === '') return err(`A ${noun} is missing. ${HELP}`);
  if (typed.includes(':')) {
    const full = typed.replace(/^(\d{1,2}):(\d{1,2})([:;])(\d{1,3})$/, '00:$1:$2$3$4');
    const padded = full.replace(/\d+/g, (digits) => digits.padStart(2, '0'));
    const read = timecodeToFrame(padded, r);
    if (!read.ok) return err(read.problem.replace(padded, text.trim()));
    return inBounds(read.value, text, r, noun);
  }
  const plain = /^([+-]?\d+(?:\.\d+)?)\s*(f|fr|frames?)?$/.exec(typed);
  if (plain) {
    const frames = number(plain[1]);
    if (frames < 1) return err(`A ${noun} of ${text.trim()} is too short: one frame is the shortest.`);
    if (!Number.isInteger(frames)) {
      return err(
        `${text.trim()} falls between frames. Type ${Math.round(frames)}, or ${text.trim().replace(/[a-z\s]+$/i, '')}s for seconds.`,
      );
    }
    return inBounds(frames, text, r, noun);
  }
  const seconds = /^([+-]?\d+(?:\.\d+)?)\s*(?:s|sec|seconds?)(?:\s*(\d+)\s*(?:f|fr|frames?))?$/.exec(typed);
  if (!seconds) return err(`“${text}” is not a ${noun}. ${HELP}`);
  const over = number(seconds[2] ?? '0');
  const value = number(seconds[1]);
  if (value < 0 || (value === 0 && over === 0)) {
    return err(`A ${noun} of ${text.trim()} is too short: one frame is the shortest.`);
  }
  // Whole seconds and frames count as the ruler does; a part of a second snaps, never below a frame.
  const frames = over === 0 ? secondsToLength(value, r) : Math.round((value * r.num) / r.den) + over;
  return inBounds(frames, text, r, noun);
}

function inBounds(frames: number, text: string, r: Rate, noun = 'length'): Result<number> {
  if (frames < 1) return err(`A ${noun} of ${text.trim()} is too short: one frame is the shortest.`);
  if ((frames * r.den) / r.num > 24 * 3600) {
    return err(`A ${noun} of ${text.trim()} is too long: 24 hours are the most.`);
  }
  return ok(frames);
}

/** Reads how a run is to be retimed: a length, `×2` or `2x` as long, or `50%` of its length. */
export function parseFit(text: string, now: number, r: Rate): Result<number> {
  const typed = plainNumbers(text).toLowerCase();
  const factor = /^(?:[x×]\s*(\d+(?:\.\d+)?)|(\d+(?:\.\d+)?)\s*(?:[x×]))$/.exec(typed);
  const percent = /^(\d+(?:\.\d+)?)\s*%$/.exec(typed);
  if (!factor && !percent) return parseLength(text, r);
  const by = factor ? number(factor[1] ?? factor[2]) : number(percent?.[1]) / 100;
  if (by === 0) return err(`${text.trim()} would leave nothing. One frame is the shortest.`);
  return inBounds(Math.max(1, Math.round(now * by)), text, r);
}
