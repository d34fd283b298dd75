import { err, ok, type Result } from './result';
import { nominalRate, type Rate } from './rate';

const MINUTES_A_DAY = 24 * 60;

/**
 * Frame labels skipped at the start of a minute that does not divide by ten, in drop-frame counting:
 * two for 30000/1001, four for 60000/1001 (SMPTE ST 12-1), the same proportion at 120000/1001; else none.
 */
export function droppedLabels(r: Rate): number {
  const nominal = nominalRate(r);
  return r.den === 1001 && nominal % 30 === 0 ? nominal / 15 : 0;
}

export const canDrop = (r: Rate): boolean => droppedLabels(r) > 0;

/** Frames until the timecode starts again at 00:00:00:00. */
export function framesADay(r: Rate, drop: boolean): number {
  const labels = MINUTES_A_DAY * 60 * nominalRate(r);
  return drop ? labels - droppedLabels(r) * (MINUTES_A_DAY - MINUTES_A_DAY / 10) : labels;
}

const two = (n: number): string => String(n).padStart(2, '0');

/**
 * SMPTE ST 12-1 timecode of a frame counted from 0, `HH:MM:SS:FF`, or `HH:MM:SS;FF` in drop-frame.
 * Wraps after 24 hours. Above 100 frames a second FF has three figures.
 * @throws RangeError for a negative or fractional frame, or drop-frame at a rate that has none.
 */
export function frameToTimecode(frame: number, r: Rate, drop = false): string {
  if (!Number.isSafeInteger(frame) || frame < 0) {
    throw new RangeError(`A frame is counted in whole numbers from 0, not ${frame}.`);
  }
  if (drop && !canDrop(r)) {
    throw new RangeError(`Drop-frame timecode does not exist at ${r.num}/${r.den} frames a second.`);
  }
  const nominal = nominalRate(r);
  let label = frame % framesADay(r, drop);
  if (drop) {
    const dropped = droppedLabels(r);
    const minute = nominal * 60 - dropped;
    const tenMinutes = nominal * 600 - dropped * 9;
    const tens = Math.floor(label / tenMinutes);
    const rest = label % tenMinutes;
    const minutes = rest < nominal * 60 ? 0 : 1 + Math.floor((rest - nominal * 60) / minute);
    label += dropped * (9 * tens + minutes);
  }
  const seconds = Math.floor(label / nominal);
  const frames = String(label % nominal).padStart(nominal > 100 ? 3 : 2, '0');
  const clock = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60].map(two).join(':');
  return `${clock}${drop ? ';' : ':'}${frames}`;
}

/** The frame, counted from 0, of a timecode; a `;` before the frames means drop-frame. */
export function timecodeToFrame(text: string, r: Rate): Result<number> {
  const parts = /^(\d{2}):(\d{2}):(\d{2})([:;])(\d{2,3})$/.exec(text.trim());
  if (!parts)
    return err(`“${text}” is not a timecode. Type hours, minutes, seconds and frames as 00:00:10:12.`);
  const [hours, minutes, seconds, frames] = [parts[1], parts[2], parts[3], parts[5]].map(Number) as [
    number,
    number,
    number,
    number,
  ];
  const nominal = nominalRate(r);
  if (hours > 23 || minutes > 59 || seconds > 59 || frames >= nominal) {
    return err(`${text} does not exist: at this rate the last timecode of a day is 23:59:59:${nominal - 1}.`);
  }
  const label = (hours * 3600 + minutes * 60 + seconds) * nominal + frames;
  if (parts[4] === ':') return ok(label);
  const dropped = droppedLabels(r);
  if (dropped === 0)
    return err(`${text} is drop-frame (;), which this rate does not have. Type it with a colon.`);
  if (minutes % 10 !== 0 && seconds === 0 && frames < dropped) {
    return err(`${text} is one of the labels that drop-frame counting leaves out.`);
  }
  const passed = hours * 60 + minutes;
  return ok(label - dropped * (passed - Math.floor(passed / 10)));
}
