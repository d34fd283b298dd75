/** Bytes of the head of a WAV file as it is written here. */
const HEAD = 44;

/** Bits a sample: 24 are more than any microphone has, 16 are what a disc holds. */
export type WavBits = 16 | 24;

export interface WavShape {
  readonly channels: number;
  readonly sampleRate: number;
  /** On each channel. */
  readonly samples: number;
  /** 24 where nothing is said. */
  readonly bits?: WavBits;
}

/** The head of a WAV file (RIFF WAVE, format 1); its samples follow as `pcm24` or `pcm16` write them. */
export function wavHead({ channels, sampleRate, samples, bits = 24 }: WavShape): Uint8Array<ArrayBuffer> {
  const frame = (channels * bits) / 8;
  const bytes = samples * frame;
  const head = new Uint8Array(HEAD);
  const view = new DataView(head.buffer);
  const text = (at: number, letters: string): void => head.set(new TextEncoder().encode(letters), at);
  text(0, 'RIFF');
  // Chunks begin at even places: one byte is added behind an odd number.
  view.setUint32(4, HEAD - 8 + bytes + (bytes % 2), true);
  text(8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, channels, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * frame, true);
  view.setUint16(32, frame, true);
  view.setUint16(34, bits, true);
  text(36, 'data');
  view.setUint32(40, bytes, true);
  return head;
}

/** A sample that is no number is silent; beyond −1 and 1 it is cut off. */
const within = (sample: number): number => Math.max(-1, Math.min(1, sample || 0));

/** A sample from −1 to 1, beyond them cut off, as a whole number of 24 bits. */
export const in24Bits = (sample: number): number => Math.round(within(sample) * (2 ** 23 - 1));

/** Samples from −1 to 1, beyond them cut off, as the bytes of a WAV file of 24 bits. */
export function pcm24(channels: readonly Float32Array[]): Uint8Array<ArrayBuffer> {
  const length = channels[0]?.length ?? 0;
  const bytes = new Uint8Array(length * channels.length * 3);
  let at = 0;
  for (let i = 0; i < length; i++) {
    for (const samples of channels) {
      const value = in24Bits(samples[i] as number);
      bytes[at++] = value & 0xff;
      bytes[at++] = (value >> 8) & 0xff;
      bytes[at++] = (value >> 16) & 0xff;
    }
  }
  return bytes;
}

/**
 * The same as 16 bits, with noise of two steps, highest in the middle, added before they are rounded, so that what is quieter than a step is still heard
 * and not distorted (Lipshitz, Wannamaker and Vanderkooy, Journal of the Audio Engineering Society 40, 1992); `noise` gives numbers from
 * 0 up to 1. Silence stays silent.
 */
export function pcm16(channels: readonly Float32Array[], noise: () => number): Uint8Array<ArrayBuffer> {
  const length = channels[0]?.length ?? 0;
  const values = new DataView(new ArrayBuffer(length * channels.length * 2));
  let at = 0;
  for (let i = 0; i < length; i++) {
    for (const samples of channels) {
      const sample = within(samples[i] as number);
      const value = sample === 0 ? 0 : Math.round(sample * 32_767 + noise() - noise());
      values.setInt16(at, Math.max(-32_768, Math.min(32_767, value)), true);
      at += 2;
    }
  }
  return new Uint8Array(values.buffer);
}
