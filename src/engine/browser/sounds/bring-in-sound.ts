import { FASTEST_SAMPLING, MOST_CHANNELS } from '../../../core/film/bounds';
import type { Sound } from '../../../core/film/sound';
import { PROMISE_HEAD, promisedSamples } from '../../../core/formats/promised-samples';
import { SAMPLE_RATE } from '../../../core/time/frames';
import { isFull } from '../../faults/is-full';
import { NO_ROOM, reasonOf } from '../../faults/reason-of';
import { sha256Of } from '../store/sha256';
import { pieceKeys, readAnalysis, type SoundAnalysis } from '../store/sound-analysis';
import { originals, soundPieces } from '../store/stores';
import { keepSamples, LONGEST_SECONDS, type Kept } from './keep-samples';
import { readSound, type SoundStream } from './read-sound';
import { isTold, ToldError } from '../../../core/time/told-error';

export type SoundBroughtIn =
  | { readonly ok: true; readonly sound: Omit<Sound, 'id'>; readonly note?: string | undefined }
  | { readonly ok: false; readonly problem: string; readonly full?: boolean };

/** A sound whose mean is further from 0 than this is brought back to its centre. */
const OFF_CENTRE = 0.01;
/** So many samples may be missing at the end of a file that is whole. */
const MISSED = 0.05 * SAMPLE_RATE;

/** What is drawn of a sound that is in the store with all of its samples. */
async function wholeAnalysis(hash: string): Promise<SoundAnalysis | undefined> {
  const analysis = await readAnalysis(hash);
  if (!analysis) return undefined;
  const pieces = await Promise.all(pieceKeys(hash, analysis.samples).map((key) => soundPieces.getItem(key)));
  return pieces.every((piece) => piece !== null) ? analysis : undefined;
}

/** Why the sound of a stream cannot be taken, as what follows the name of its file; undefined where it can. */
function whyNot({ channels, sampleRate, seconds }: SoundStream): string | undefined {
  if (channels > MOST_CHANNELS) return `has ${channels} channels; ${MOST_CHANNELS} are the most`;
  if (!(sampleRate > 0 && sampleRate <= FASTEST_SAMPLING))
    return `claims ${sampleRate.toLocaleString('en')} samples a second, which no sound has`;
  if (seconds !== undefined && seconds > LONGEST_SECONDS + 1)
    return `lasts ${(seconds / 3600).toFixed(1)} hours, and an hour is the most that Kermis takes; cut out what you need first`;
  return undefined;
}

/** What was kept of a sound, and how far it stood off its centre as it came. */
interface Centred extends Kept {
  readonly off: number;
  /** Whether less came than its file promises. */
  readonly short: boolean;
}

/** Reads a file and keeps its samples; where it stands off its centre, a second time without that. */
async function keepCentred(
  file: File,
  hash: string,
  onSeconds: (seconds: number, of: number | undefined) => void,
): Promise<Omit<Sound, 'id'> & Centred> {
  let stream = await readSound(file);
  try {
    const why = whyNot(stream);
    if (why !== undefined) throw new ToldError(why);
    const { channels, sampleRate, seconds } = stream;
    const keep = (means?: readonly number[]): Promise<Kept> =>
      keepSamples(hash, stream, (done) => onSeconds(done, seconds), means);
    const known = await wholeAnalysis(hash);
    let kept = known ? { samples: known.samples, bad: 0, cut: false, means: [] } : await keep();
    const off = Math.max(0, ...kept.means.map(Math.abs));
    if (off > OFF_CENTRE) {
      // The whole has to be known before its mean is.
      const { means } = kept;
      stream.close();
      stream = await readSound(file);
      kept = await keep(means);
    }
    const inHead = promisedSamples(await file.slice(0, PROMISE_HEAD).arrayBuffer());
    const promised = inHead === undefined ? (stream.promised ?? 0) : inHead / sampleRate;
    const short = stream.cut === true || kept.samples < promised * SAMPLE_RATE - MISSED;
    const { name, size: bytes } = file;
    const type = file.type || 'audio/unknown';
    return { name, hash, type, bytes, channels, sampleRate, ...kept, off, short };
  } finally {
    stream.close();
  }
}

/** What has to be said of a sound that is heard, but not as its file has it. */
const notesOn = (name: string, { cut, short, off, bad }: Centred): readonly string[] =>
  [
    cut || short ? `${name} is cut off or damaged; it is heard as far as it could be read.` : '',
    off > OFF_CENTRE
      ? `${name} stands off its centre by ${Math.round(100 * off)} % (DC offset); it is heard without that.`
      : '',
    bad > 0 ? `${name} held ${bad} samples that are no numbers; they are silent.` : '',
  ].filter(Boolean);

/**
 * Brings one sound into the store: its bytes under their hash, its samples at 48 kHz in pieces, and what is drawn of
 * it. Never throws; a file that cannot be used comes back with a sentence that names it.
 */
export async function bringInSound(
  file: File,
  onSeconds: (seconds: number, of: number | undefined) => void,
): Promise<SoundBroughtIn> {
  const { name } = file;
  const refuse = (why: string): SoundBroughtIn => ({
    ok: false,
    problem: `${name} ${why}. It was left out.`,
  });
  if (file.size === 0) return refuse('is empty');
  try {
    const hash = await sha256Of(file).catch(() => undefined);
    if (hash === undefined)
      return refuse('could not be read from the disk; it may have been moved or locked since it was chosen');
    const kept = await keepCentred(file, hash, onSeconds);
    // The browser copies the bytes as it stores them: the file on the disk is not needed again.
    const unstored = await originals.setItem(hash, file.slice(0, file.size, file.type)).then(
      () => undefined,
      (error: unknown) => ({ error }),
    );
    if (unstored)
      return { ok: false, problem: `${name} could not be saved. ${reasonOf(unstored.error)}`, full: true };
    const { type, bytes, channels, sampleRate, samples } = kept;
    const notes = notesOn(name, kept);
    return {
      ok: true,
      sound: { name, hash, type, bytes, channels, sampleRate, samples },
      note: notes.length > 0 ? notes.join(' ') : undefined,
    };
  } catch (error) {
    if (isFull(error)) return { ok: false, problem: `${name} did not fit. ${NO_ROOM}`, full: true };
    return refuse(isTold(error) ? error.message : 'is damaged and cannot be decoded');
  }
}
