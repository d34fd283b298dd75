/** Bytes of the head of a WAV file as it is written here. */
const HEAD = 44;
/** 24 bits a sample: more than any microphone has. */
const BYTES = 3;
const MOST = 2 ** 23 - 1;

export interface WavShape {
  readonly channels: number;
  readonly sampleRate: number;
  /** On each channel. */
  readonly samples: number;
}

/** The head of a WAV file of 24 bits (RIFF WAVE, format 1); its samples follow as `pcm24` writes them. */
export function wavHead({ channels, sampleRate, samples }: WavShape): Uint8Array<ArrayBuffer> {
  const bytes = samples * channels * BYTES;
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
  view.setUint32(28, sampleRate * channels * BYTES, true);
  view.setUint16(32, channels * BYTES, true);
  view.setUint16(34, 8 * BYTES, true);
  text(36, 'data');
  view.setUint32(40, bytes, true);
  return head;
}

/** Samples from −1 to 1, beyond them cut off, as the bytes of a WAV file of 24 bits. */
export function pcm24(channels: readonly Float32Array[]): Uint8Array<ArrayBuffer> {
  const length = channels[0]?.length ?? 0;
  const bytes = new Uint8Array(length * channels.length * BYTES);
  let at = 0;
  for (let i = 0; i < length; i++) {
    for (const samples of channels) {
      const sample = samples[i] as number;
      // A sample that is no number is silent.
      const value = Math.round(Math.max(-1, Math.min(1, sample || 0)) * MOST);
      bytes[at++] = value & 0xff;
      bytes[at++] = (value >> 8) & 0xff;
      bytes[at++] = (value >> 16) & 0xff;
    }
  }
  return bytes;
}
