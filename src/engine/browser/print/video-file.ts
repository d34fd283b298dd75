import {
  AudioSample,
  AudioSampleSource,
  EncodedPacket,
  EncodedVideoPacketSource,
  MkvOutputFormat,
  MovOutputFormat,
  Mp4OutputFormat,
  Output,
  Quality,
  StreamTarget,
  WebMOutputFormat,
  type OutputFormat,
  type StreamTargetChunk,
} from 'mediabunny';
import { ROOM_FOR_PRE_ROLL, sayOpusDelay } from '../../../core/formats/webm-delay';
import type { SoundCodecFacts, VideoKindFacts } from '../../../core/print/print-kinds';
import { frameToSeconds, SAMPLE_RATE } from '../../../core/time/frames';
import { rateNumber } from '../../../core/time/rate';
import type { CodecFacts, VideoFile, VideoShape } from '../../ports/encode';
import type { Sink } from '../../ports/sink';
import { ToldError } from '../../../core/time/told-error';

/** Bytes that are written at once. */
const CHUNK = 4 * 2 ** 20;

/** Containers; the ones with an index in front keep room for it, so that nothing has to be held in memory. */
const CONTAINERS: Readonly<Record<VideoKindFacts['container'], () => OutputFormat>> = {
  mp4: () => new Mp4OutputFormat({ fastStart: 'reserve' }),
  mov: () => new MovOutputFormat({ fastStart: 'reserve' }),
  webm: () => new WebMOutputFormat(),
  mkv: () => new MkvOutputFormat(),
};

let [hasAac, hasFlac] = [false, false];

/** Sees to it that sound can be encoded: the same encoder everywhere, where what it puts in front is known of that one only. */
export async function openSoundEncoder({ codec }: Pick<SoundCodecFacts, 'codec'>): Promise<void> {
  if (codec === 'aac' && !hasAac) {
    (await import('@mediabunny/aac-encoder')).registerAacEncoder();
    hasAac = true;
  }
  if (codec === 'flac' && !hasFlac) {
    (await import('@mediabunny/flac-encoder')).registerFlacEncoder();
    hasFlac = true;
  }
}

/** A stream of bytes into a sink; `patch` may change the first of them. */
export const sinkStream = (
  sink: Sink,
  patch: (bytes: Uint8Array) => void = () => undefined,
): WritableStream<StreamTargetChunk> =>
  new WritableStream<StreamTargetChunk>({
    write: ({ data, position }) => {
      if (position === 0) patch(data);
      return sink.write(data, position);
    },
  });

/** A source of encoded sound, for samples in 32-bit floating point, left and right in turn. */
export const soundSource = ({ codec, bits }: SoundCodecFacts): AudioSampleSource =>
  new AudioSampleSource({ codec, quality: new Quality({ bitrate: bits }) });

/** Adds samples to a source, from a sample of the file on; whole numbers count in the highest of 32 bits. */
export async function addSound(
  source: AudioSampleSource,
  data: Float32Array<ArrayBuffer> | Int32Array<ArrayBuffer>,
  at: number,
): Promise<void> {
  const sample = new AudioSample({
    data,
    format: data instanceof Int32Array ? 's32' : 'f32',
    numberOfChannels: 2,
    sampleRate: SAMPLE_RATE,
    timestamp: at / SAMPLE_RATE,
  });
  await source.add(sample).finally(() => sample.close());
}

/** Begins a file of a kind; its bytes go to a sink, which is closed with it. */
export async function beginVideoFile(
  { container, video, sound }: VideoKindFacts,
  { size, rate, frames, samples }: VideoShape,
  sink: Sink,
): Promise<VideoFile> {
  const saysDelay = container === 'webm' && sound.codec === 'opus' && samples > 0;
  let isSaid = !saysDelay;
  const output = new Output({
    format: CONTAINERS[container](),
    target: new StreamTarget(
      sinkStream(sink, (bytes) => {
        if (saysDelay) isSaid = sayOpusDelay(bytes);
      }),
      { chunked: true, chunkSize: CHUNK },
    ),
  });
  const pictures = new EncodedVideoPacketSource(video.codec);
  output.addVideoTrack(pictures, { frameRate: rateNumber(rate), maximumPacketCount: frames });
  const sounds = soundSource(sound);
  if (samples > 0) {
    await openSoundEncoder(sound);
    output.addAudioTrack(sounds, {
      maximumPacketCount: Math.ceil(samples / sound.packet) + 64,
      ...(saysDelay && { name: ROOM_FOR_PRE_ROLL }),
    });
  }
  await output.start();
  const { width, height, pixel } = size;
  const configOf = ({ codecString, description }: CodecFacts): VideoDecoderConfig => ({
    codec: codecString,
    codedWidth: width,
    codedHeight: height,
    colorSpace: { matrix: 'bt709', primaries: 'bt709', transfer: 'bt709', fullRange: false },
    ...(description && { description }),
    ...(pixel && { displayAspectWidth: width * pixel.num, displayAspectHeight: height * pixel.den }),
  });
  return {
    async frame({ bytes, isKey }, at, facts) {
      const start = frameToSeconds(at, rate);
      const packet = new EncodedPacket(
        bytes,
        isKey ? 'key' : 'delta',
        start,
        frameToSeconds(at + 1, rate) - start,
      );
      await pictures.add(packet, at === 0 ? { decoderConfig: configOf(facts) } : undefined);
    },
    sound: (data, at) => addSound(sounds, data, at - sound.priming),
    async end() {
      await output.finalize();
      if (!isSaid) throw new ToldError('The sound would have come late in it.');
      await sink.close();
    },
    async cancel() {
      await output.cancel().catch(() => undefined);
      await sink.discard();
    },
  };
}
