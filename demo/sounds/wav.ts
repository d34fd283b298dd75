export const SAMPLE_RATE = 48_000;

/** Samples from −1 to 1 as a mono WAV file, 16 bits (RIFF WAVE, format 1), brought to a peak of `peak`. */
export function wavOf(samples: Float32Array, peak = 0.7): Buffer {
  const loudest = samples.reduce((most, each) => Math.max(most, Math.abs(each)), 1e-9);
  const file = Buffer.alloc(44 + samples.length * 2);
  file.write('RIFF', 0);
  file.writeUInt32LE(36 + samples.length * 2, 4);
  file.write('WAVEfmt ', 8);
  file.writeUInt32LE(16, 16);
  file.writeUInt16LE(1, 20);
  file.writeUInt16LE(1, 22);
  file.writeUInt32LE(SAMPLE_RATE, 24);
  file.writeUInt32LE(SAMPLE_RATE * 2, 28);
  file.writeUInt16LE(2, 32);
  file.writeUInt16LE(16, 34);
  file.write('data', 36);
  file.writeUInt32LE(samples.length * 2, 40);
  samples.forEach((each, i) => file.writeInt16LE(Math.round((each / loudest) * peak * 32767), 44 + i * 2));
  return file;
}
