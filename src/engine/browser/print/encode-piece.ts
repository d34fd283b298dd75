import type { CodedFrame } from '../../../core/codec/coded-frame';
import type { QualityStep, VideoCodecFacts } from '../../../core/print/print-kinds';
import type { Size } from '../../../core/picture/size';
import type { CodecFacts, PieceEncoder } from '../../ports/encode';
import { ToldError } from '../../../core/time/told-error';

// Browsers tag what they convert themselves as full range; frames that are I420 already keep these tags.
const COLOUR: VideoColorSpaceInit = {
  matrix: 'bt709',
  primaries: 'bt709',
  transfer: 'bt709',
  fullRange: false,
};

/** An encoder reckons its bits by time: it is told that each picture stays for a twelfth of a second, the trade's common hold. */
const PICTURES_A_SECOND = 12;

/** Pictures that wait in an encoder; each is held in memory. */
const MOST_WAITING = 2;

/** How pictures are encoded. */
export interface Encoding {
  readonly codec: VideoCodecFacts;
  readonly size: Size;
  readonly quality: QualityStep;
}

/** The browser's own encoders take a measure of loss per picture. */
type PictureOptions = VideoEncoderEncodeOptions & { av1?: { quantizer: number } };

/** Bits of a picture, at least. */
const FEWEST = 16_000;

/** Bits of a picture at a step of quality. */
const qualityBits = ({ codec, size, quality }: Encoding): number =>
  Math.max(FEWEST, size.width * size.height * codec.steps[quality].bitsAPixel);

/** As the browser is asked whether it can. Where bits a picture are asked for, they count in place of the quality. */
export function encoderConfig(encoding: Encoding, bitsAPicture?: number): VideoEncoderConfig {
  const { codec, size, quality } = encoding;
  const { width, height } = size;
  const isLarge = width * height > codec.larger.above;
  return {
    codec: isLarge ? codec.larger.codecString : codec.codecString,
    width,
    height,
    framerate: PICTURES_A_SECOND,
    latencyMode: 'quality',
    ...(bitsAPicture === undefined && codec.steps[quality].quantizer !== undefined
      ? { bitrateMode: 'quantizer' }
      : {
          bitrateMode: 'variable',
          bitrate: Math.round((bitsAPicture ?? qualityBits(encoding)) * PICTURES_A_SECOND),
        }),
  };
}

/** An encoder for one piece; `onPicture` may look at each picture that it is given. */
export function encodePiece(
  encoding: Encoding,
  bitsAPicture: number | undefined,
  onPicture: (frame: VideoFrame) => void = () => undefined,
): PieceEncoder {
  const { codec, quality } = encoding;
  const { quantizer } = codec.steps[quality];
  const pictures: CodedFrame[] = [];
  let facts: CodecFacts | undefined;
  let failure: Error | undefined;
  let wake: () => void = () => undefined;
  const encoder = new VideoEncoder({
    output: (chunk, meta) => {
      const config = meta?.decoderConfig;
      if (config && !facts)
        facts = {
          codecString: config.codec,
          description: config.description && bytesOf(config.description),
        };
      const bytes = new Uint8Array(chunk.byteLength);
      chunk.copyTo(bytes);
      pictures.push({ bytes, isKey: chunk.type === 'key' });
    },
    error: (error) => {
      failure = error;
      // Nothing is taken out of it any more: who waits for that learns why.
      wake();
    },
  });
  const config = encoderConfig(encoding, bitsAPicture);
  encoder.configure(config);
  const options: PictureOptions =
    config.bitrateMode === 'quantizer' && quantizer !== undefined
      ? codec.codec === 'vp9'
        ? { vp9: { quantizer } }
        : { av1: { quantizer } }
      : {};
  let count = 0;
  const encode = (picture: VideoFrame, keyFrame: boolean): void => {
    const frame = new VideoFrame(picture, { timestamp: Math.round((count * 1e6) / PICTURES_A_SECOND) });
    try {
      encoder.encode(frame, { ...options, keyFrame });
      count++;
    } finally {
      frame.close();
    }
  };
  const flush = async (): Promise<void> => {
    try {
      await encoder.flush();
    } catch (error) {
      throw failure ?? error;
    }
    if (failure) throw failure;
  };
  const room = async (): Promise<void> => {
    while (encoder.encodeQueueSize > MOST_WAITING && encoder.state === 'configured')
      await new Promise<void>((resolve) => {
        wake = resolve;
        encoder.addEventListener('dequeue', () => resolve(), { once: true });
      });
    if (failure) throw failure;
  };
  return {
    async add({ width, height, data }, times) {
      if (failure) throw failure;
      // Its memory goes with it, and is free when it is closed: the garbage collector would let hundreds of megabytes gather.
      const init: VideoFrameBufferInit & { transfer: ArrayBuffer[] } = {
        format: 'I420',
        codedWidth: width,
        codedHeight: height,
        timestamp: 0,
        duration: Math.round(1e6 / PICTURES_A_SECOND),
        colorSpace: COLOUR,
        transfer: [data.buffer],
      };
      const picture = new VideoFrame(data, init);
      try {
        onPicture(picture);
        for (let i = 0; i < times; i++) {
          encode(picture, count === 0);
          await room();
        }
      } finally {
        picture.close();
      }
    },
    async end() {
      await flush().finally(() => {
        if (encoder.state !== 'closed') encoder.close();
      });
      if (!facts) throw new ToldError('The encoder did not say how its pictures are to be read.');
      return { facts, pictures };
    },
    cancel: () => {
      if (encoder.state !== 'closed') encoder.close();
    },
  };
}

function bytesOf(source: AllowSharedBufferSource): Uint8Array<ArrayBuffer> {
  const bytes = ArrayBuffer.isView(source)
    ? new Uint8Array(source.buffer, source.byteOffset, source.byteLength)
    : new Uint8Array(source);
  return new Uint8Array(bytes);
}
