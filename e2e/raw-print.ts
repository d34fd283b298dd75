import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { DEFAULT_SETTINGS, emptyFilm, type Film, type Photo } from '../src/core/film/film';
import type { Sound } from '../src/core/film/sound';
import { scheduleOf } from '../src/core/film/schedule';
import type { CodedFrame } from '../src/core/codec/coded-frame';
import type { Decode } from '../src/engine/ports/decode';
import { makeFrame } from '../src/engine/print/make-frame';
import { printVideo } from '../src/engine/print/print-video';
import { PRINT_KINDS } from '../src/core/print/print-kinds';

/** Raw frames and samples of a print. */
export interface RawPrint {
  /** SHA-256 of each frame's I420. */
  readonly frames: readonly string[];
  /** Left and right in turn, every 480th sample. */
  readonly samples: readonly number[];
  readonly length: number;
}

/** A short film of three photos: one as it came, one turned on its side, one with more light; and a sound that is heard under it. */
export function rawFilm(hashes: readonly string[]): Film {
  const photos = hashes.map((hash, i): Photo => ({
    ...{ id: `p${i}`, name: `${i}.png`, hash, type: 'image/png', bytes: 1, width: 96, height: 64 },
    orientation: 1,
    ...(i === 1 ? { turn: 6 as const } : {}),
    ...(i === 2 ? { mends: { light: 0.7 } } : {}),
  }));
  const sound: Sound = {
    ...{ id: 's', name: 'tone.wav', hash: 'tone', type: 'audio/wav', bytes: 1, channels: 1 },
    ...{ sampleRate: 48_000, samples: 48_000 },
  };
  const film = emptyFilm('film', 'scene', 'Raw');
  const poses = [0, 1, 2, 0, 2, 1].map((p, i) => ({ id: `q${i}`, photoId: `p${p}`, hold: 1 + (i % 3) }));
  return {
    ...film,
    settings: { ...DEFAULT_SETTINGS, width: 80, height: 60, background: '#204060' },
    photos,
    scenes: [{ id: 'scene', name: 'Scene', items: poses }],
    sounds: [sound],
    cues: [
      {
        ...{ id: 'c', soundId: 's', laneId: film.lanes[0]?.id ?? '', from: 0, to: 20_000, level: -3 },
        fadeIn: { samples: 2000, curve: 'power' },
        pin: { to: 'time', sample: 1234 },
      },
    ],
  };
}

/** Prints it through the loop that every print goes through, with the decoder of whoever asks. */
export async function rawPrint(
  film: Film,
  files: ReadonlyMap<string, Uint8Array>,
  decode: Decode,
): Promise<RawPrint> {
  const frames: string[] = [];
  const samples: number[] = [];
  let length = 0;
  const originals = {
    read: (hash: string) => {
      const bytes = files.get(hash);
      return Promise.resolve(bytes && Uint8Array.from(bytes));
    },
  };
  await printVideo(
    {
      ...{ film, spans: [{ from: 0, to: scheduleOf(film).frames }], rate: film.settings.rate },
      ...{ size: film.settings, codec: { ...PRINT_KINDS.av1.video }, keyEvery: 2, encoding: 'raw' },
    },
    {
      makeFrame: (recipe, name) => makeFrame(recipe, recipe.film, name, { originals, decode }),
      samples: {
        fetch: () => Promise.resolve(),
        read: (_, from, to) => [
          Float32Array.from({ length: to - from }, (_, i) => Math.sin((from + i) / 20) / 2),
        ],
      },
      // Frames are kept as they are made.
      encoder: () => {
        const pictures: CodedFrame[] = [];
        return {
          add: (picture, times) => {
            const bytes = sha256(picture.data);
            for (let i = 0; i < times; i++) pictures.push({ bytes, isKey: pictures.length === 0 });
            return Promise.resolve();
          },
          end: () => Promise.resolve({ facts: { codecString: 'raw' }, pictures }),
          cancel: () => undefined,
        };
      },
      pieces: { find: () => Promise.resolve(undefined), keep: () => Promise.resolve() },
      gate: () => Promise.resolve(),
      begin: () =>
        Promise.resolve({
          frame: ({ bytes }, frame) => {
            frames[frame] = bytesToHex(bytes);
            return Promise.resolve();
          },
          sound: (data, at) => {
            if (at !== length) throw new Error('The sound does not come in order.');
            for (let i = 0; i < data.length; i += 960) samples.push(data[i] as number, data[i + 1] as number);
            length += data.length / 2;
            return Promise.resolve();
          },
          end: () => Promise.resolve(),
          cancel: () => Promise.resolve(),
        }),
    },
    { ahead: 3, signal: new AbortController().signal, onNews: () => undefined },
  );
  return { frames, samples, length };
}
