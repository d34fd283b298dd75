import { spawnSync } from 'node:child_process';

/** What ffmpeg's ebur128 filter says of two sides at 48 kHz, a sample of each in turn; in LUFS, dBFS and LU. */
export function ffmpegLoudness(sides: Float32Array<ArrayBuffer>): {
  readonly integrated: number;
  readonly truePeak: number;
  readonly range: number;
} {
  const { stderr } = spawnSync(
    'ffmpeg',
    [
      '-hide_banner',
      '-nostats',
      '-f',
      'f32le',
      '-ar',
      '48000',
      '-ac',
      '2',
      '-i',
      '-',
      '-af',
      'ebur128=peak=true',
      '-f',
      'null',
      '-',
    ],
    { input: new Uint8Array(sides.buffer), encoding: 'utf8', maxBuffer: 1 << 26 },
  );
  const summary = stderr.slice(stderr.lastIndexOf('Summary:'));
  const number = (label: RegExp): number => Number(label.exec(summary)?.[1]);
  return {
    integrated: number(/I:\s+(-?[\d.]+) LUFS/),
    truePeak: number(/Peak:\s+(-?[\d.]+) dBFS/),
    range: number(/LRA:\s+([\d.]+) LU/),
  };
}
