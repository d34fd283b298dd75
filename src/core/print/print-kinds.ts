import type { WavBits } from '../formats/wav';

/** How much a file may lose: the less, the larger it is. */
export const QUALITY_STEPS = ['small', 'good', 'best'] as const;
export type QualityStep = (typeof QUALITY_STEPS)[number];

/** What is told of any kind of file that a print can be. */
interface FileFacts {
  /** What it is called on screen, and what it is good for, in a sentence. */
  readonly label: string;
  readonly purpose: string;
  readonly ending: string;
  readonly mediaType: string;
}

/** How pictures are encoded. */
export interface VideoCodecFacts {
  readonly label: string;
  /** As a container names it. */
  readonly codec: 'avc' | 'vp9' | 'av1';
  /** As the browser is asked whether it can (RFC 6381), and where pictures have more than these many pixels. */
  readonly codecString: string;
  readonly larger: { readonly above: number; readonly codecString: string };
  /**
   * What each step of quality is: bits for each pixel of a picture, however long it is held, or, where the encoder takes
   * one, its own measure of how much may be lost, from 0 to 255.
   */
  readonly steps: Readonly<Record<QualityStep, { readonly bitsAPixel: number; readonly quantizer?: number }>>;
  /** How a picture that is held is written. */
  readonly holds: 'h264' | 'vp9' | 'repeated';
}

/** How sound is encoded. */
export interface SoundCodecFacts {
  readonly label: string;
  readonly codec: 'aac' | 'opus' | 'flac' | 'pcm-s24';
  /** Bits a second, about. */
  readonly bits: number;
  /**
   * So many samples an encoder puts in front of what it is given and does not tell of. Written that much earlier they lie
   * before the start, and an edit list takes them away; all else is on time.
   */
  readonly priming: number;
  /** Samples of a packet, at least. */
  readonly packet: number;
}

/** Pictures and sound. */
export interface VideoKindFacts extends FileFacts {
  readonly makes: 'video';
  readonly container: 'mp4' | 'mov' | 'webm' | 'mkv';
  readonly video: VideoCodecFacts;
  readonly sound: SoundCodecFacts;
}

/** The sound alone. */
export interface SoundKindFacts extends FileFacts {
  readonly makes: 'sound';
  readonly form: { readonly wav: WavBits } | { readonly flac: 24 };
}

/** A picture that moves by itself, without sound. */
export interface LoopKindFacts extends FileFacts {
  readonly makes: 'loop';
  readonly form: 'gif' | 'apng' | 'webp';
}

/** A file for each picture. */
export interface StillsKindFacts extends FileFacts {
  readonly makes: 'stills';
  readonly form: 'png' | 'jpeg';
}

/** A kind of file that a print can be, in all that is special to it. */
export type PrintKindFacts = VideoKindFacts | SoundKindFacts | LoopKindFacts | StillsKindFacts;

const AAC: SoundCodecFacts = { label: 'AAC', codec: 'aac', bits: 192_000, priming: 1024, packet: 1024 };
// Opus says by itself what to leave out in front.
const OPUS: SoundCodecFacts = { label: 'Opus', codec: 'opus', bits: 160_000, priming: 0, packet: 120 };
const PCM: SoundCodecFacts = {
  ...{ label: 'uncompressed sound', codec: 'pcm-s24', bits: 2_304_000, priming: 0, packet: 480 },
};
const FLAC: SoundCodecFacts = { label: 'FLAC', codec: 'flac', bits: 1_300_000, priming: 0, packet: 480 };

const H264: VideoCodecFacts = {
  label: 'H.264',
  codec: 'avc',
  codecString: 'avc1.640033',
  larger: { above: 4096 * 2304, codecString: 'avc1.64003c' },
  steps: { small: { bitsAPixel: 0.3 }, good: { bitsAPixel: 0.7 }, best: { bitsAPixel: 1.5 } },
  holds: 'h264',
};

const VP9: VideoCodecFacts = {
  label: 'VP9',
  codec: 'vp9',
  codecString: 'vp09.00.51.08',
  larger: { above: 4096 * 2176, codecString: 'vp09.00.61.08' },
  steps: {
    small: { bitsAPixel: 0.25, quantizer: 100 },
    good: { bitsAPixel: 0.6, quantizer: 70 },
    best: { bitsAPixel: 1.2, quantizer: 42 },
  },
  holds: 'vp9',
};

const AV1: VideoCodecFacts = {
  label: 'AV1',
  codec: 'av1',
  codecString: 'av01.0.12M.08',
  larger: { above: 4096 * 2176, codecString: 'av01.0.16M.08' },
  steps: {
    small: { bitsAPixel: 0.2, quantizer: 100 },
    good: { bitsAPixel: 0.5, quantizer: 75 },
    best: { bitsAPixel: 1.1, quantizer: 52 },
  },
  holds: 'repeated',
};

/** All kinds of print; a further one is an entry here. */
export const PRINT_KINDS = {
  mp4: {
    makes: 'video',
    label: 'MP4, H.264',
    purpose: 'Plays on every phone, television and computer.',
    ending: '.mp4',
    mediaType: 'video/mp4',
    container: 'mp4',
    video: H264,
    sound: AAC,
  },
  webm: {
    makes: 'video',
    label: 'WebM, VP9',
    purpose: 'Finer grain in a smaller file; for the web and current players. Takes longer to make.',
    ending: '.webm',
    mediaType: 'video/webm',
    container: 'webm',
    video: VP9,
    sound: OPUS,
  },
  av1: {
    makes: 'video',
    label: 'WebM, AV1',
    purpose: 'The smallest file; for players of the last few years. Takes longest to make.',
    ending: '.webm',
    mediaType: 'video/webm',
    container: 'webm',
    video: AV1,
    sound: OPUS,
  },
  mov: {
    makes: 'video',
    label: 'MOV, H.264',
    purpose: 'For editing programs: its sound is not compressed.',
    ending: '.mov',
    mediaType: 'video/quicktime',
    container: 'mov',
    video: H264,
    sound: PCM,
  },
  mkv: {
    makes: 'video',
    label: 'MKV, VP9',
    purpose: 'To keep: fine pictures, and sound without loss.',
    ending: '.mkv',
    mediaType: 'video/x-matroska',
    container: 'mkv',
    video: VP9,
    sound: FLAC,
  },
  gif: {
    makes: 'loop',
    label: 'GIF',
    purpose: 'Moves wherever a picture can be shown; at most 256 colours, no sound.',
    ending: '.gif',
    mediaType: 'image/gif',
    form: 'gif',
  },
  webp: {
    makes: 'loop',
    label: 'WebP',
    purpose: 'All colours in a small file; for pages and current programs. No sound.',
    ending: '.webp',
    mediaType: 'image/webp',
    form: 'webp',
  },
  apng: {
    makes: 'loop',
    label: 'Animated PNG',
    purpose: 'Every pixel as it is; a large file. No sound.',
    ending: '.png',
    mediaType: 'image/png',
    form: 'apng',
  },
  png: {
    makes: 'stills',
    label: 'PNG frames',
    purpose: 'Numbered frames, lossless, in a ZIP or a folder.',
    ending: '.zip',
    mediaType: 'application/zip',
    form: 'png',
  },
  jpeg: {
    makes: 'stills',
    label: 'JPEG frames',
    purpose: 'Numbered frames, a tenth as large, in a ZIP or a folder.',
    ending: '.zip',
    mediaType: 'application/zip',
    form: 'jpeg',
  },
  wav24: {
    makes: 'sound',
    label: 'WAV, 24 bits',
    purpose: 'The mixed sound, to work on in another program.',
    ending: '.wav',
    mediaType: 'audio/wav',
    form: { wav: 24 },
  },
  wav16: {
    makes: 'sound',
    label: 'WAV, 16 bits',
    purpose: 'The mixed sound, for players and discs.',
    ending: '.wav',
    mediaType: 'audio/wav',
    form: { wav: 16 },
  },
  flac: {
    makes: 'sound',
    label: 'FLAC, 24 bits',
    purpose: 'The mixed sound, lossless, in a file half as large.',
    ending: '.flac',
    mediaType: 'audio/flac',
    form: { flac: 24 },
  },
} as const satisfies Readonly<Record<string, PrintKindFacts>>;

export type PrintKind = keyof typeof PRINT_KINDS;

/** What is special to a kind of print. */
export const printKind = (kind: PrintKind): PrintKindFacts => PRINT_KINDS[kind];

/** What prints can be, in the order in which it is offered. */
export const PRINT_GROUPS = ['video', 'loop', 'stills', 'sound'] as const;
export type PrintGroup = (typeof PRINT_GROUPS)[number];
