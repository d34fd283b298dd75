import { rateNumber, type Rate } from '../time/rate';
import type { Size } from '../picture/placement';

/** The kinds of file that a print can be. */
export type PrintFormat = 'mp4' | 'webm';

export interface PrintFormatFacts {
  readonly format: PrintFormat;
  readonly label: string;
  /** What it is good for, in a sentence. */
  readonly purpose: string;
  readonly ending: string;
  readonly mediaType: string;
  readonly codec: 'avc' | 'vp9';
}

export const PRINT_FORMATS: readonly PrintFormatFacts[] = [
  {
    format: 'mp4',
    label: 'MP4, H.264',
    purpose: 'Plays on every telephone, television and computer.',
    ending: '.mp4',
    mediaType: 'video/mp4',
    codec: 'avc',
  },
  {
    format: 'webm',
    label: 'WebM, VP9',
    purpose: 'Finer grain in a smaller file; for the web and current players. Takes longer to make.',
    ending: '.webm',
    mediaType: 'video/webm',
    codec: 'vp9',
  },
];

export const printFormat = (format: PrintFormat): PrintFormatFacts =>
  PRINT_FORMATS.find((each) => each.format === format) as PrintFormatFacts;

/** Bits for each pixel of each frame: paper grain and puppets keep their texture. */
const BITS_A_PIXEL = { mp4: 0.25, webm: 0.16 } as const;

/** Bits a second that a print is given, between 1 and 60 million. */
export function printBitrate(format: PrintFormat, { width, height }: Size, rate: Rate): number {
  const wanted = width * height * rateNumber(rate) * BITS_A_PIXEL[format];
  return Math.round(Math.min(60e6, Math.max(1e6, wanted)));
}

const SOUND_BITRATE = { mp4: 192_000, webm: 160_000 } as const;

/** Bits a second that the sound of a print is given. */
export const soundBitrate = (format: PrintFormat): number => SOUND_BITRATE[format];
