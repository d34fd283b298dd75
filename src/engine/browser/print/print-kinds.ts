import { ROOM_FOR_PRE_ROLL, sayOpusDelay } from '../../../core/formats/webm-delay';
import type { Size } from '../../../core/picture/size';
import type { WavBits } from '../../../core/formats/wav';
import { SAMPLE_RATE } from '../../../core/time/frames';
import { rateNumber, type Rate } from '../../../core/time/rate';
import type { OutputFormat } from 'mediabunny';

/** What is told of any kind of file that a print can be. */
interface FileFacts {
  /** What it is called on screen, and what it is good for, in a sentence. */
  readonly label: string;
  readonly purpose: string;
  readonly ending: string;
  readonly mediaType: string;
}

/** The sound alone. */
interface SoundKindFacts extends FileFacts {
  readonly makes: 'sound';
  readonly bits: WavBits;
}

/** Pictures and sound. */
export interface VideoKindFacts extends FileFacts {
  readonly makes: 'video';
  readonly video: {
    readonly codec: 'avc' | 'vp9';
    /** As the browser is asked whether it can (RFC 6381). */
    readonly codecString: string;
    /** Bits for each pixel of each frame: paper grain and puppets keep their texture. */
    readonly bitsAPixel: number;
  };
  readonly sound: {
    readonly codec: 'aac' | 'opus';
    /** Bits a second. */
    readonly bits: number;
    /**
     * So many samples an encoder puts in front of what it is given and does not tell of. Written that much earlier they lie
     * before the start, and an edit list takes them away; all else is on time.
     */
    readonly priming: number;
    /** The same encoder everywhere, where what it puts in front is known of that one only. */
    readonly encoder?: () => Promise<void>;
    readonly trackName?: string;
  };
  readonly container: () => Promise<OutputFormat>;
  /** What is still to be done to the finished bytes, in place; false where it could not be. */
  readonly finish?: (bytes: Uint8Array, hasSound: boolean) => boolean;
}

/** A kind of file that a print can be, in all that is special to it. */
export type PrintKindFacts = VideoKindFacts | SoundKindFacts;

let hasAac = false;

/** All kinds of print; a further one is an entry here. */
export const PRINT_KINDS = {
  mp4: {
    makes: 'video',
    label: 'MP4, H.264',
    purpose: 'Plays on every telephone, television and computer.',
    ending: '.mp4',
    mediaType: 'video/mp4',
    video: { codec: 'avc', codecString: 'avc1.640033', bitsAPixel: 0.25 },
    sound: {
      codec: 'aac',
      bits: 192_000,
      priming: 1024,
      encoder: async () => {
        if (!hasAac) (await import('@mediabunny/aac-encoder')).registerAacEncoder();
        hasAac = true;
      },
    },
    container: async () => new (await import('mediabunny')).Mp4OutputFormat({ fastStart: 'in-memory' }),
  },
  webm: {
    makes: 'video',
    label: 'WebM, VP9',
    purpose: 'Finer grain in a smaller file; for the web and current players. Takes longer to make.',
    ending: '.webm',
    mediaType: 'video/webm',
    video: { codec: 'vp9', codecString: 'vp09.00.51.08', bitsAPixel: 0.16 },
    // Opus says by itself what to leave out in front; the container is told it afterwards.
    sound: { codec: 'opus', bits: 160_000, priming: 0, trackName: ROOM_FOR_PRE_ROLL },
    container: async () => new (await import('mediabunny')).WebMOutputFormat(),
    finish: (bytes, hasSound) => !hasSound || sayOpusDelay(bytes),
  },
  wav24: {
    makes: 'sound',
    label: 'WAV, 24 bits',
    purpose: 'The sound alone, as it was mixed: to be worked on elsewhere.',
    ending: '.wav',
    mediaType: 'audio/wav',
    bits: 24,
  },
  wav16: {
    makes: 'sound',
    label: 'WAV, 16 bits',
    purpose: 'The sound alone, for players and discs.',
    ending: '.wav',
    mediaType: 'audio/wav',
    bits: 16,
  },
} as const satisfies Readonly<Record<string, PrintKindFacts>>;

export type PrintKind = keyof typeof PRINT_KINDS;

/** What is special to a kind of print. */
export const printKind = (kind: PrintKind): PrintKindFacts => PRINT_KINDS[kind];

/** Bits a second of the sound of a print. */
export function soundBits(facts: PrintKindFacts): number {
  return facts.makes === 'video' ? facts.sound.bits : 2 * SAMPLE_RATE * facts.bits;
}

/** Bits a second that the pictures of a print are given, between 1 and 60 million; none where it has no pictures. */
export function pictureBits(facts: PrintKindFacts, { width, height }: Size, rate: Rate): number {
  if (facts.makes === 'sound') return 0;
  const wanted = width * height * rateNumber(rate) * facts.video.bitsAPixel;
  return Math.round(Math.min(60e6, Math.max(1e6, wanted)));
}

/** Why this browser cannot make a kind of print at a size and rate, as a sentence; undefined when it can. */
export async function printObstacle(kind: PrintKind, size: Size, rate: Rate): Promise<string | undefined> {
  const facts = printKind(kind);
  if (facts.makes === 'sound') return undefined;
  if (typeof VideoEncoder === 'undefined' || typeof ImageDecoder === 'undefined') {
    return (
      'This browser has no WebCodecs, which printing needs. Everything else works; ' +
      'to print, open the film in a current desktop Chromium browser.'
    );
  }
  const { width, height } = size;
  const { video, label } = facts;
  const support = await VideoEncoder.isConfigSupported({
    codec: video.codecString,
    width,
    height,
    framerate: rateNumber(rate),
    bitrate: pictureBits(facts, size, rate),
  }).catch(() => undefined);
  if (support?.supported) return undefined;
  return `This browser cannot make ${label} at ${width} × ${height}. Choose the other format or a smaller size.`;
}
