import { Resampler } from '../src/core/sound/resampler';
import { SAMPLE_RATE } from '../src/core/time/frames';

/** The samples of one of the demo's own WAV files (16 bits, one channel, a head of 44 bytes), brought to 48 kHz. */
export function wavSamples(bytes: Buffer): Float32Array {
  const samples = Float32Array.from(
    { length: (bytes.length - 44) >> 1 },
    (_, i) => bytes.readInt16LE(44 + 2 * i) / 32_768,
  );
  const rate = bytes.readUInt32LE(24);
  if (rate === SAMPLE_RATE) return samples;
  const resampler = new Resampler(rate, 1);
  const parts = [...resampler.push([samples]), ...resampler.finish()];
  return Float32Array.from(parts.flatMap((part) => [...part]));
}
