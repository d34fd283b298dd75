import { loudnessWords } from '../sound/level';
import { formatLength } from '../time/format';
import { frameToSeconds } from '../time/frames';
import { rateText, type Rate } from '../time/rate';

/** What a print should be. */
export interface ProofExpected {
  /** Pictures that a reader finds, and their rate; undefined for sound alone. */
  readonly picture?:
    | {
        readonly frames: number;
        readonly rate: Rate;
        readonly width: number;
        readonly height: number;
        /** When each begins, in seconds, where they do not come at the rate. */
        readonly starts?: readonly number[];
        /** How coarsely the format counts time, in seconds. */
        readonly tick: number;
        /** As BT.709 in limited range, where the format says it. */
        readonly saysColours: boolean;
      }
    | undefined;
  /** Single pictures. */
  readonly files?: { readonly count: number; readonly width: number; readonly height: number } | undefined;
  /** Its sound: samples at 48 kHz, and how loud it was mixed; undefined where it has none. */
  readonly sound?:
    { readonly samples: number; readonly loudness: number; readonly isLossless: boolean } | undefined;
  /** In seconds; of single pictures nothing is said. */
  readonly length?: number | undefined;
  /** Mends of what is printed that do nothing, in words; undefined where all have what they need. */
  readonly lostMends?: string | undefined;
}

/** What was found in it when it was read again. */
export interface ProofFound {
  readonly picture?:
    | {
        /** When each frame begins, in seconds, in the order in which it was decoded. */
        readonly times: readonly number[];
        readonly width: number;
        readonly height: number;
        readonly colours: string;
      }
    | undefined;
  readonly sound?:
    | {
        /** Samples at 48 kHz. */
        readonly samples: number;
        /** How much it comes late, in seconds, where it can be told. */
        readonly late: number | undefined;
        readonly loudness: number;
      }
    | undefined;
  /** Pictures that could be read, and of which sizes they are, each once. */
  readonly files?: { readonly count: number; readonly sizes: readonly string[] } | undefined;
  /** In seconds. */
  readonly length?: number | undefined;
}

/** A line of a proof. */
export interface ProofLine {
  readonly name: string;
  readonly expected: string;
  readonly found: string;
  readonly holds: boolean;
}

export interface Proof {
  readonly holds: boolean;
  /** In a sentence. */
  readonly words: string;
  readonly lines: readonly ProofLine[];
}

/** How BT.709 in limited range is called in a proof. */
export const VIDEO_COLOURS = 'bt709, bt709, bt709, limited';

/** The line of mends that do nothing, which says it in a sentence of its own. */
const MENDS = 'Mends';

/** Sound is on its place within this, in seconds. */
const LATE = 0.001;
/** What an encoder changes of how loud it is, in LU. */
const LOUDER = 0.5;
/** Sound may be longer by what an encoder fills its last packet with, in samples. */
const FILLED = 2048;

const ms = (seconds: number): string => `${(seconds * 1000).toFixed(seconds < 0.01 ? 2 : 0)} ms`;
const number = (value: number): string => value.toLocaleString('en');

/** Holds what was found in a print against what should be in it. */
export function proofOf(expected: ProofExpected, found: ProofFound): Proof {
  const lines: ProofLine[] = [];
  const line = (name: string, wanted: string, is: string, holds: boolean): void =>
    void lines.push({ name, expected: wanted, found: is, holds });
  const { picture, sound } = expected;
  let words: string[] = [];
  if (picture) {
    const { frames, rate, tick, width, height } = picture;
    const times = found.picture?.times ?? [];
    const off = times.map((time, i) => Math.abs(time - (picture.starts?.[i] ?? frameToSeconds(i, rate))));
    const most = off.reduce((a, b) => Math.max(a, b), 0);
    line(
      picture.starts ? 'Pictures' : 'Frames',
      number(frames),
      number(times.length),
      times.length === frames,
    );
    line('Each frame’s time', `within ${ms(tick / 2)}`, `at most ${ms(most)} off`, most <= tick / 2 + 1e-6);
    if (!picture.starts)
      line('Frames a second', rateText(rate), rateOf(times), Math.abs(paceOf(times, rate) - 1) < 1e-3);
    const size = `${found.picture?.width ?? 0} × ${found.picture?.height ?? 0}`;
    line('Size', `${width} × ${height}`, size, size === `${width} × ${height}`);
    if (picture.saysColours)
      line(
        'Colours',
        VIDEO_COLOURS,
        found.picture?.colours ?? 'none',
        found.picture?.colours === VIDEO_COLOURS,
      );
    // A loop holds each picture once, with how long it stays.
    const noun = picture.starts ? 'picture' : 'frame';
    words = [`${number(times.length)} of ${number(frames)} ${noun}${frames === 1 ? '' : 's'}`];
  }
  if (expected.files) {
    const { count, width, height } = expected.files;
    const { count: is = 0, sizes = [] } = found.files ?? {};
    line('Pictures', number(count), number(is), is === count);
    line('Size', `${width} × ${height}`, sizes.join(', '), sizes.join() === `${width} × ${height}`);
    words = [`${number(is)} of ${number(count)} ${count === 1 ? 'picture' : 'pictures'}`];
  }
  const tick = picture?.tick ?? 0;
  // Sound that goes on to the end of its last packet makes a file that much longer.
  const slack = tick + (sound && !sound.isLossless ? FILLED / 48_000 : 0.001);
  if (expected.length !== undefined) {
    const length = found.length ?? 0;
    const isAsLong = Math.abs(length - expected.length) <= slack;
    line('Length', seconds(expected.length), seconds(length), isAsLong);
    const isAlike = (sound === undefined) === (found.sound === undefined);
    line('Sound', sound ? 'yes' : 'none', found.sound ? 'yes' : 'none', isAlike);
  }
  if (sound && found.sound) {
    const { samples, late, loudness } = found.sound;
    const more = samples - sound.samples;
    line(
      'Samples',
      number(sound.samples),
      number(samples),
      sound.isLossless ? more === 0 : more >= -FILLED && more <= FILLED,
    );
    if (late !== undefined)
      line('Sound on its place', `within ${ms(LATE)}`, `${ms(Math.abs(late))} off`, Math.abs(late) <= LATE);
    const isAlike =
      Math.abs(loudness - sound.loudness) <= LOUDER ||
      (!Number.isFinite(loudness) && !Number.isFinite(sound.loudness));
    line('Loudness', loudnessWords(sound.loudness), loudnessWords(loudness), isAlike);
    words.push(
      late === undefined
        ? 'sound'
        : `sound within ${(Math.ceil(Math.abs(late) * 10_000) / 10).toFixed(1)} ms`,
      ...(Number.isFinite(loudness) ? [loudnessWords(loudness)] : []),
    );
  } else if (!sound && !expected.files) words.push('no sound');
  if (expected.lostMends !== undefined) line(MENDS, 'all done', expected.lostMends, false);
  const wrong = lines.filter(({ holds }) => !holds);
  return {
    holds: wrong.length === 0,
    words:
      wrong.length === 0
        ? words.join(', ')
        : `Not as it should be: ${wrong
            .map(({ name, expected: wanted, found: is }) =>
              name === MENDS ? is : `${name.toLowerCase()} ${is} where ${wanted} was wanted`,
            )
            .join('; ')}`,
    lines,
  };
}

const seconds = (value: number): string => `${value.toFixed(3)} s`;

/** How fast frames come for how fast they should. */
const paceOf = (times: readonly number[], rate: Rate): number =>
  times.length < 2 ? 1 : (times.length - 1) / ((times.at(-1) ?? 0) - (times[0] ?? 0)) / (rate.num / rate.den);

const rateOf = (times: readonly number[]): string =>
  times.length < 2
    ? '–'
    : String(Math.round(((times.length - 1) / ((times.at(-1) ?? 0) - (times[0] ?? 0))) * 100) / 100);

/** A proof as text. */
export function proofText(fileName: string, proof: Proof, rate: Rate, frames: number): string {
  const rows = proof.lines.map(
    ({ name, expected, found, holds }) =>
      `${holds ? 'as it should be' : 'WRONG          '}  ${name}: ${found} (wanted: ${expected})`,
  );
  return [`${fileName}, ${formatLength(frames, rate)}`, proof.words, '', ...rows, ''].join('\n');
}
