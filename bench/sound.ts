/**
 * `npm run bench:sound`: peaks of a ten-minute stereo WAV against ffmpeg's decoding of it; mixing a four-minute film of
 * 40 cues; both in Node, with the code that the browser runs. `npm run bench:sound 0.1` takes a tenth of the lengths.
 */
import { execFileSync } from 'node:child_process';
import { closeSync, mkdtempSync, openSync, readSync, rmSync, statSync } from 'node:fs';
import { availableParallelism, tmpdir } from 'node:os';
import { join } from 'node:path';
import { placeCueEdit } from '../src/core/edits/cue-edits';
import { applyEdit } from '../src/core/edits/apply-edit';
import { NOTHING_DRAWN } from '../src/core/film/drawing';
import { DEFAULT_SETTINGS, NO_SOUND, type Film } from '../src/core/film/film';
import type { Sound } from '../src/core/film/sound';
import { LoudnessMeter } from '../src/core/sound/loudness';
import { planMix } from '../src/core/mix/mix-plan';
import { MIX_BLOCK, mixBlock } from '../src/core/mix/mixer';
import { PeakBuilder } from '../src/core/sound/peaks';

const PART = Number(process.argv[2] ?? 1);
const ROUNDS = 3;

const timed = (work: () => void): number => {
  const start = performance.now();
  work();
  return performance.now() - start;
};

const middle = (list: readonly number[]): number => [...list].sort((a, b) => a - b)[list.length >> 1] ?? 0;

/** Reads a WAV file of 16 bits and two channels piece by piece; `take` sees each piece as samples. */
function readWav(path: string, take: (channels: readonly Float32Array[]) => void): void {
  const file = openSync(path, 'r');
  const numbers = new Int16Array(2 * 48_000);
  const piece = new Uint8Array(numbers.buffer);
  const channels = [new Float32Array(48_000), new Float32Array(48_000)] as const;
  try {
    for (let at = 44; ;) {
      const bytes = readSync(file, piece, 0, piece.length, at);
      if (bytes < 4) return;
      const frames = bytes >> 2;
      for (let i = 0; i < frames; i++) {
        channels[0][i] = (numbers[2 * i] as number) / 32_768;
        channels[1][i] = (numbers[2 * i + 1] as number) / 32_768;
      }
      take(channels.map((samples) => samples.subarray(0, frames)));
      at += bytes;
    }
  } finally {
    closeSync(file);
  }
}

function peaks(folder: string): void {
  const path = join(folder, 'long.wav');
  const seconds = 600 * PART;
  execFileSync('ffmpeg', [
    ...['-v', 'error', '-f', 'lavfi', '-i', `anoisesrc=d=${seconds}:c=pink:r=48000:a=0.4`],
    ...['-ac', '2', '-c:a', 'pcm_s16le', '-bitexact', path],
  ]);
  const [decode, read, build]: [number[], number[], number[]] = [[], [], []];
  let held = 0;
  for (let round = 0; round < ROUNDS; round++) {
    decode.push(
      timed(() => execFileSync('ffmpeg', ['-v', 'error', '-i', path, '-f', 'f32le', '-y', '/dev/null'])),
    );
    read.push(timed(() => readWav(path, () => undefined)));
    const builder = new PeakBuilder();
    let own = 0;
    readWav(path, (channels) => {
      own += timed(() => builder.push(channels));
    });
    build.push(own);
    held = builder.finish().reduce((sum, level) => sum + level.byteLength, 0);
  }
  const own = middle(build);
  console.log(`${(statSync(path).size / 1e6).toFixed(0)} MB, ${seconds} s of stereo at 48 kHz`);
  console.log(`  ffmpeg decodes it in ${middle(decode).toFixed(0)} ms`);
  console.log(
    `  reading it as numbers ${middle(read).toFixed(0)} ms, the peaks of it ${own.toFixed(0)} ms more`,
  );
  console.log(
    `  peaks: ${(own / middle(decode)).toFixed(2)} of ffmpeg's time; they take ${(held / 1e6).toFixed(1)} MB`,
  );
}

function mixing(): void {
  const frames = Math.round(24 * 240 * PART);
  const samples = Float32Array.from(
    { length: 48_000 * 20 },
    (_, i) => 0.3 * Math.sin(i * 0.031) * Math.sin(i * 0.00013),
  );
  const sound: Sound = {
    id: 's',
    name: 's.wav',
    hash: 's',
    type: 'audio/wav',
    bytes: 1,
    channels: 1,
    sampleRate: 48_000,
    samples: samples.length,
  };
  const empty: Film = {
    id: 'film',
    title: '',
    settings: DEFAULT_SETTINGS,
    photos: [],
    scenes: [{ id: 'scene', name: '', items: [{ id: 'pose', photoId: 'a', hold: frames }] }],
    flags: [],
    range: {},
    ...NO_SOUND,
    ...NOTHING_DRAWN,
    sounds: [sound],
  };
  let film = empty;
  for (let i = 0; i < 40; i++) {
    const at = Math.round((i * frames * 2000) / 40);
    film = applyEdit(
      film,
      placeCueEdit(film, { id: `c${i}`, sound, laneId: i % 2 ? 'effects' : 'music', at }),
    );
  }
  const cues = film.cues.map((cue) => ({
    ...cue,
    level: -3,
    fadeOut: { samples: 24_000, curve: 'power' as const },
  }));
  const plan = planMix({ ...film, cues, mix: { gain: 6, ceiling: -1 } });
  const blocks = Math.ceil(plan.length / MIX_BLOCK);
  const read = (_: string, from: number, to: number): readonly Float32Array[] => [samples.subarray(from, to)];
  const mix: number[] = [];
  const measure: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    mix.push(
      timed(() => {
        for (let block = 0; block < blocks; block++) mixBlock(plan, block, read);
      }),
    );
    const sides = mixBlock(plan, 3, read);
    const meter = new LoudnessMeter();
    measure.push(
      timed(() => {
        for (let block = 0; block < blocks; block++) meter.push(sides);
      }),
    );
  }
  const seconds = plan.length / 48_000;
  console.log(`a film of ${seconds.toFixed(0)} s with ${plan.voices.length} cues, fades and limiter`);
  console.log(
    `  mixed in ${middle(mix).toFixed(0)} ms: ${((1000 * seconds) / middle(mix)).toFixed(0)} times faster than it plays`,
  );
  console.log(
    `  measured in ${middle(measure).toFixed(0)} ms: ${((1000 * seconds) / middle(measure)).toFixed(0)} times faster`,
  );
}

console.log(`${availableParallelism()} cores`);
const folder = mkdtempSync(join(tmpdir(), 'kermis-bench-'));
try {
  peaks(folder);
  mixing();
} finally {
  rmSync(folder, { recursive: true, force: true });
}
