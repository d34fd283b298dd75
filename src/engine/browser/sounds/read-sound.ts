import { ALL_FORMATS, AudioSampleSink, BlobSource, Input, type AudioSample } from 'mediabunny';
import { lacksIndex } from '../../../core/formats/lacks-index';
import { oggEnd } from '../../../core/formats/ogg';
import { mp3Head } from './mp3-head';
import { aiffChannels, readAiff } from './read-aiff';
import { ToldError } from '../../../core/time/told-error';

/** The sound of a file as it is read, in pieces of any length. */
export interface SoundStream {
  readonly channels: number;
  readonly sampleRate: number;
  /** Length in seconds as the file says; undefined where it does not. */
  readonly seconds: number | undefined;
  /** Seconds that its head promises, whatever there is of them; undefined where it promises nothing. */
  readonly promised?: number | undefined;
  /** Whether its end is missing, where the file itself shows that. */
  readonly cut?: boolean;
  /** Each stands until the next one is asked for. */
  readonly pieces: AsyncIterable<readonly Float32Array[]>;
  readonly close: () => void;
}

/** Bytes of a file that are read at a time, or held, about. */
const READ = 1 << 20;

async function readAiffFile(file: Blob): Promise<SoundStream | undefined> {
  const sound = readAiff(await file.slice(0, 1 << 16).arrayBuffer());
  if (!sound || sound.channels < 1 || sound.sampleRate < 1) return undefined;
  const width = Math.ceil(sound.bits / 8) * sound.channels;
  const whole = Math.min(file.size, sound.to);
  const step = Math.floor(READ / width) * width;
  async function* pieces(): AsyncGenerator<readonly Float32Array[]> {
    for (let at = sound?.from ?? 0; at + width <= whole; at += step) {
      const part = await file.slice(at, Math.min(whole, at + step)).arrayBuffer();
      if (sound) yield aiffChannels(part, sound);
    }
  }
  return {
    channels: sound.channels,
    sampleRate: sound.sampleRate,
    seconds: (whole - sound.from) / width / sound.sampleRate,
    ...(Number.isFinite(sound.to) ? { promised: (sound.to - sound.from) / width / sound.sampleRate } : {}),
    pieces: pieces(),
    close: () => undefined,
  };
}

/** Gives the channels of decoded samples in buffers that the next ones use again. */
function planeReader(): (sample: AudioSample) => Float32Array[] {
  let buffers: Float32Array[] = [];
  return (sample) => {
    const { numberOfChannels, numberOfFrames } = sample;
    if (buffers.length !== numberOfChannels || (buffers[0]?.length ?? 0) < numberOfFrames)
      buffers = Array.from({ length: numberOfChannels }, () => new Float32Array(numberOfFrames));
    return buffers.map((buffer, planeIndex) => {
      const plane = buffer.subarray(0, numberOfFrames);
      sample.copyTo(plane, { planeIndex, format: 'f32-planar' });
      return plane;
    });
  };
}

/**
 * Opens the sound of a sound or video file.
 * @throws Error with a sentence about why there is none.
 */
export async function readSound(file: Blob): Promise<SoundStream> {
  const aiff = await readAiffFile(file);
  if (aiff) return aiff;
  const bytes = (from: number, to: number): Promise<ArrayBuffer> => file.slice(from, to).arrayBuffer();
  const ogg = await oggEnd(file.size, bytes);
  const whole = ogg && !ogg.whole ? file.slice(0, ogg.end) : file;
  const input = new Input({ formats: ALL_FORMATS, source: new BlobSource(whole, { maxCacheSize: READ }) });
  try {
    if (!(await input.canRead()))
      throw new ToldError('is not a sound or a video of a kind that Kermis reads');
    const track = await input.getPrimaryAudioTrack();
    if (!track && (await lacksIndex(file.size, bytes)))
      throw new ToldError('is cut off: the part that says what is in it stood at its end, and is missing');
    if (!track) throw new ToldError('has no sound in it');
    if (!(await track.canDecode()))
      throw new ToldError(
        `is of a kind (${(await track.getCodec()) ?? 'unknown'}) that this browser cannot decode`,
      );
    const sink = new AudioSampleSink(track);
    const seconds = await track.computeDuration().catch(() => undefined);
    const [channels, sampleRate] = await Promise.all([track.getNumberOfChannels(), track.getSampleRate()]);
    const codec = await track.getCodec();
    const head = codec === 'mp3' ? await mp3Head(bytes) : undefined;
    const ahead = head?.delay ?? 0;
    // In these the table of all samples stands apart from the samples.
    const listed = /mp4|quicktime/.test((await input.getFormat()).mimeType) ? seconds : undefined;
    const promised = head?.samples === undefined ? listed : head.samples / sampleRate;
    async function* pieces(): AsyncGenerator<readonly Float32Array[]> {
      const planesOf = planeReader();
      let skip = ahead;
      for await (const sample of sink.samples()) {
        try {
          // What an encoder put before the start is not part of the sound.
          const early = Math.max(skip, Math.round(-sample.timestamp * sample.sampleRate));
          const skipped = Math.min(sample.numberOfFrames, Math.max(0, early));
          skip = Math.max(0, skip - skipped);
          yield planesOf(sample).map((plane) => plane.subarray(skipped));
        } finally {
          sample.close();
        }
      }
    }
    const cut = ogg?.whole === false;
    return { channels, sampleRate, seconds, promised, cut, pieces: pieces(), close: () => input.dispose() };
  } catch (error) {
    input.dispose();
    throw error;
  }
}
