import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { resolve } from 'node:path';
import { placeCueEdit } from '../src/core/edits/cue-edits';
import { applyEdit } from '../src/core/edits/apply-edit';
import type { Film } from '../src/core/film/film';
import { scheduleOf } from '../src/core/film/schedule';
import type { Cue, Sound } from '../src/core/film/sound';
import { findOnsets, loudestOnset } from '../src/core/sound/onsets';
import { frameToSample, SAMPLE_RATE } from '../src/core/time/frames';

interface Wav {
  readonly sound: Sound;
  readonly bytes: Uint8Array;
  readonly samples: Float32Array;
}

/** Reads one of the demo's own WAV files: 16 bits, one channel, a head of 44 bytes. */
async function readWav(name: string): Promise<Wav> {
  const bytes = await readFile(resolve('demo', 'sounds', `${name}.wav`));
  const sampleRate = bytes.readUInt32LE(24);
  const count = Math.floor((bytes.length - 44) / 2);
  const samples = Float32Array.from({ length: count }, (_, i) => bytes.readInt16LE(44 + 2 * i) / 32_768);
  const sound: Sound = {
    id: name,
    name: `${name}.wav`,
    hash: createHash('sha256').update(bytes).digest('hex'),
    type: 'audio/wav',
    bytes: bytes.length,
    channels: 1,
    sampleRate,
    samples: Math.ceil((count * SAMPLE_RATE) / sampleRate),
  };
  return { sound, bytes, samples };
}

const seconds = (value: number): number => Math.round(value * SAMPLE_RATE);

/** The film with its line, clops, bell, crowd and organ laid in and mixed; the sounds' bytes go to `originals`. */
export async function withSound(silent: Film, originals: Map<string, Uint8Array>): Promise<Film> {
  const [line, clops, bell, crowd, organ] = await Promise.all(
    ['wait-for-me', 'hoof-clops', 'booth-bell', 'crowd', 'organ-waltz'].map(readWav),
  );
  if (!line || !clops || !bell || !crowd || !organ) throw new Error('A sound of the demo film is missing.');
  for (const { sound, bytes } of [line, clops, bell, crowd, organ]) originals.set(sound.hash, bytes);
  let film: Film = { ...silent, sounds: [line, clops, bell, crowd, organ].map(({ sound }) => sound) };
  const { rate } = film.settings;

  /** Lays a part of a sound so that the sample `by` of it is heard on the first frame of a pose, counted from 1. */
  const lay = (
    id: string,
    { sound }: Wav,
    laneId: string,
    pose: number,
    part: { from: number; to: number; by?: number },
    marks: Partial<Cue> = {},
  ): void => {
    const frame = scheduleOf(film).firsts.get(`pose-${pose}`)?.start ?? 0;
    const by = part.by ?? part.from;
    film = applyEdit(
      film,
      placeCueEdit(film, { id, sound, laneId, at: frameToSample(frame, rate), by, part }),
    );
    film = { ...film, cues: film.cues.map((cue) => (cue.id === id ? { ...cue, ...marks } : cue)) };
  };

  const whole = ({ sound }: Wav): { from: number; to: number } => ({ from: 0, to: sound.samples });
  const clop = findOnsets(clops.samples);
  const [firstClop, secondClop] = clop;
  if (!firstClop || !secondClop) throw new Error('The clops have no onsets.');
  const oneClop = { from: 0, to: secondClop.at - seconds(0.02), by: firstClop.at };

  lay('crowd', crowd, 'ambience', 1, whole(crowd), {
    level: -16,
    looped: true,
    fadeIn: { samples: seconds(0.8), curve: 'power' },
    fadeOut: { samples: seconds(1.5), curve: 'power' },
    pin: { to: 'time', sample: 0 },
  });
  lay(
    'bell',
    bell,
    'effects',
    14,
    { ...whole(bell), by: loudestOnset(findOnsets(bell.samples))?.at ?? 0 },
    { level: -9 },
  );
  lay('landing', clops, 'effects', 30, oneClop, { level: 2 });
  lay('walk', clops, 'effects', 36, { ...whole(clops), by: firstClop.at }, { level: -5 });
  // The line was spoken with a pause that the film does not have: two cues of one sound.
  lay(
    'wait',
    line,
    'dialogue',
    64,
    { from: 0, to: seconds(0.55) },
    { fadeOut: { samples: seconds(0.05), curve: 'straight' } },
  );
  lay(
    'for-me',
    line,
    'dialogue',
    68,
    { from: seconds(1.22), to: line.sound.samples },
    {
      fadeIn: { samples: seconds(0.02), curve: 'straight' },
    },
  );
  lay('organ', organ, 'music', 76, whole(organ), {
    level: -7,
    fadeOut: { samples: seconds(1.2), curve: 'power' },
  });
  for (const [i, pose] of [85, 91].entries())
    lay(`gallop-${i + 1}`, clops, 'effects', pose, oneClop, { level: -1 });
  // Brought to −16 LUFS in the stage Sound.
  return { ...film, mix: { gain: 3.9, ceiling: -1 } };
}
