import { ALL_FORMATS, AudioSampleSink, BlobSource, Input, VideoSampleSink } from 'mediabunny';
import type { ProofFound } from '../../../core/print/proof';
import { lagOf } from '../../../core/sound/lag';
import { LoudnessMeter } from '../../../core/sound/loudness';
import { SAMPLE_RATE } from '../../../core/time/frames';
import type { Stretch } from '../../print/sound-trace';

/** How far sound is looked for around its place, in samples: 20 ms. */
const REACH = 960;

/** Frames between two tellings of how far it is. */
const TOLD_EVERY = 12;

export interface ProveOptions {
  readonly signal: AbortSignal;
  /** Called now and then with the number of frames read. */
  readonly onFrame: (read: number) => void;
}

/** Parts of a sound that is read from its start on, gathered where they are wanted. */
class Gathering {
  readonly #parts: readonly { readonly stretch: Stretch; readonly heard: Float32Array }[];

  constructor(stretches: readonly Stretch[]) {
    this.#parts = stretches.map((stretch) => ({
      stretch,
      heard: new Float32Array(stretch.samples.length + 2 * REACH),
    }));
  }

  push(value: number, at: number): void {
    for (const { stretch, heard } of this.#parts) {
      const place = at - stretch.at + REACH;
      if (place >= 0 && place < heard.length) heard[place] = value;
    }
  }

  /** How late it is at the worst of its parts, in seconds; undefined where none is found again. */
  late(): number | undefined {
    const lags = this.#parts.flatMap(({ stretch, heard }) => {
      const lag = lagOf(stretch.samples, heard, REACH);
      return lag === undefined ? [] : [lag / SAMPLE_RATE];
    });
    return lags.length === 0 ? undefined : lags.reduce((a, b) => (Math.abs(b) > Math.abs(a) ? b : a));
  }
}

/**
 * Reads a finished file of pictures and sound, or of sound alone, through: every frame and all of its sound is decoded.
 * @throws the signal's reason when it is stopped, or a sentence where it cannot be read.
 */
export async function readPrint(
  file: Blob,
  stretches: readonly Stretch[],
  { signal, onFrame }: ProveOptions,
): Promise<ProofFound> {
  const input = new Input({ formats: ALL_FORMATS, source: new BlobSource(file) });
  try {
    const [video, audio] = await Promise.all([input.getPrimaryVideoTrack(), input.getPrimaryAudioTrack()]);
    const found: { picture?: ProofFound['picture']; sound?: ProofFound['sound'] } = {};
    if (video) {
      const times: number[] = [];
      let [width, height] = [0, 0];
      for await (const sample of new VideoSampleSink(video).samples()) {
        try {
          signal.throwIfAborted();
          times.push(sample.timestamp);
          [width, height] = [sample.codedWidth, sample.codedHeight];
          if (times.length % TOLD_EVERY === 0) onFrame(times.length);
        } finally {
          sample.close();
        }
      }
      const { matrix, primaries, transfer, fullRange } = await video.getColorSpace();
      found.picture = {
        times,
        // What is cut off at the edges of blocks is not shown.
        width: (await video.getCodedWidth()) || width,
        height: (await video.getCodedHeight()) || height,
        colours: [primaries, transfer, matrix, fullRange ? 'full' : 'limited'].join(', '),
      };
    }
    if (audio) {
      const meter = new LoudnessMeter();
      const gathering = new Gathering(stretches);
      let end = 0;
      for await (const sample of new AudioSampleSink(audio).samples()) {
        try {
          signal.throwIfAborted();
          const length = sample.numberOfFrames;
          const [left, right] = [0, 1].map((planeIndex) => {
            const plane = new Float32Array(length);
            sample.copyTo(plane, { planeIndex, format: 'f32-planar' });
            return plane;
          }) as [Float32Array, Float32Array];
          const at = Math.round(sample.timestamp * SAMPLE_RATE);
          // What lies before the start is not heard.
          const from = Math.max(0, -at);
          meter.push([left.subarray(from), right.subarray(from)]);
          for (let i = from; i < length; i++) gathering.push(((left[i] ?? 0) + (right[i] ?? 0)) / 2, at + i);
          end = Math.max(end, at + length);
        } finally {
          sample.close();
        }
      }
      found.sound = { samples: end, late: gathering.late(), loudness: meter.read().integrated };
    }
    return { ...found, length: await input.computeDuration() };
  } finally {
    input.dispose();
  }
}

/** Reads a finished picture that moves by itself through, with the browser's own decoder. */
export async function readLoop(
  file: Blob,
  type: string,
  { signal, onFrame }: ProveOptions,
): Promise<ProofFound> {
  const decoder = new ImageDecoder({ data: file.stream(), type });
  try {
    await decoder.tracks.ready;
    await decoder.completed;
    const count = decoder.tracks.selectedTrack?.frameCount ?? 0;
    const times: number[] = [];
    let [at, width, height] = [0, 0, 0];
    for (let i = 0; i < count; i++) {
      signal.throwIfAborted();
      const { image } = await decoder.decode({ frameIndex: i });
      times.push(at / 1e6);
      at += image.duration ?? 0;
      [width, height] = [image.displayWidth, image.displayHeight];
      image.close();
      if (i % TOLD_EVERY === 0) onFrame(i);
    }
    return { picture: { times, width, height, colours: '' }, length: at / 1e6 };
  } finally {
    decoder.close();
  }
}
