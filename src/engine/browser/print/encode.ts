import {
  AudioSample,
  AudioSampleSource,
  Output,
  Quality,
  StreamTarget,
  VideoSample,
  VideoSampleSource,
  type StreamTargetChunk,
} from 'mediabunny';
import { frameToSeconds, SAMPLE_RATE } from '../../../core/time/frames';
import { rateNumber } from '../../../core/time/rate';
import type { Encode, PrintShape } from '../../ports/encode';
import type { Sink } from '../../ports/sink';
import { pictureBits, type VideoKindFacts } from './print-kinds';

// Browsers tag what they convert themselves as full range; frames that are I420 already keep these tags.
const COLOUR: VideoColorSpaceInit = {
  matrix: 'bt709',
  primaries: 'bt709',
  transfer: 'bt709',
  fullRange: false,
};

/** Begins a file of a kind with the browser's encoders; its bytes go to a sink. */
export async function beginEncode(
  facts: VideoKindFacts,
  { size, rate, hasSound }: PrintShape,
  sink: Sink,
): Promise<Encode> {
  const { video, sound, container } = facts;
  const written = new WritableStream<StreamTargetChunk>({
    write: ({ data, position }) => sink.write(data, position),
  });
  const output = new Output({
    format: await container(),
    target: new StreamTarget(written, { chunked: true }),
  });
  const pictures = new VideoSampleSource({
    codec: video.codec,
    quality: new Quality({ bitrate: pictureBits(facts, size, rate) }),
    keyFrameInterval: 2,
    latencyMode: 'quality',
  });
  output.addVideoTrack(pictures, { frameRate: rateNumber(rate) });
  const sounds = new AudioSampleSource({ codec: sound.codec, quality: new Quality({ bitrate: sound.bits }) });
  if (hasSound) {
    await sound.encoder?.();
    output.addAudioTrack(sounds, sound.trackName === undefined ? {} : { name: sound.trackName });
  }
  await output.start();
  return {
    async frame({ width, height, data }, frame) {
      const start = frameToSeconds(frame, rate);
      const sample = new VideoSample(data, {
        format: 'I420',
        codedWidth: width,
        codedHeight: height,
        timestamp: start,
        duration: frameToSeconds(frame + 1, rate) - start,
        colorSpace: COLOUR,
      });
      await pictures.add(sample).finally(() => sample.close());
    },
    async sound(data, at) {
      const sample = new AudioSample({
        data,
        format: 'f32',
        numberOfChannels: 2,
        sampleRate: SAMPLE_RATE,
        timestamp: (at - sound.priming) / SAMPLE_RATE,
      });
      await sounds.add(sample).finally(() => sample.close());
    },
    end: () => output.finalize(),
    cancel: () => output.cancel().catch(() => undefined),
  };
}
