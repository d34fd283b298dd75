import 'fake-indexeddb/auto';
import fc from 'fast-check';
import { beforeEach, expect, it, vi } from 'vitest';
import { SAMPLE_RATE } from '../../../core/time/frames';
import { pcm24, wavHead } from '../../../core/formats/wav';
import { peakBetween } from '../../../core/sound/peaks';
import { originals, soundAnalyses, soundPieces } from '../store/stores';
import { bringInSound, type SoundBroughtIn } from './bring-in-sound';
import { PIECE, readAnalysis } from '../store/sound-analysis';
import { SoundSamples } from './sound-samples';

beforeEach(async () => {
  // The store asks it which browser this is before it takes a file.
  vi.stubGlobal('navigator', { userAgent: 'Chrome/150' });
  for (const store of [originals, soundAnalyses, soundPieces]) await store.clear();
});

type WavData = Uint8Array<ArrayBuffer>;

const wavFile = (name: string, channels: readonly Float32Array[], sampleRate = SAMPLE_RATE): File =>
  new File(
    [wavHead({ channels: channels.length, sampleRate, samples: channels[0]?.length ?? 0 }), pcm24(channels)],
    name,
    { type: 'audio/wav' },
  );

/** 32-bit floats, whatever they are, as a WAV file of one channel (RIFF WAVE, format 3). */
function floatFile(name: string, samples: Float32Array<ArrayBuffer>): File {
  const head: WavData = wavHead({ channels: 1, sampleRate: SAMPLE_RATE, samples: 0 });
  const view = new DataView(head.buffer);
  view.setUint32(4, 36 + samples.byteLength, true);
  view.setUint16(20, 3, true);
  view.setUint32(28, SAMPLE_RATE * 4, true);
  view.setUint16(32, 4, true);
  view.setUint16(34, 32, true);
  view.setUint32(40, samples.byteLength, true);
  return new File([head, samples], name);
}

const bring = (file: File): Promise<SoundBroughtIn> => bringInSound(file, () => undefined);

async function broughtIn(file: File): Promise<{ hash: string; samples: number; note?: string | undefined }> {
  const outcome = await bring(file);
  if (!outcome.ok) throw new Error(outcome.problem);
  return { ...outcome.sound, note: outcome.note };
}

const refused = async (file: File): Promise<string> => {
  const outcome = await bring(file);
  return outcome.ok ? `${file.name} came in` : outcome.problem;
};

/** What is stored of a sound. */
async function stored(hash: string, samples: number): Promise<readonly Float32Array[]> {
  const shelf = new SoundSamples();
  await shelf.fetch([{ hash, from: 0, to: samples }]);
  return shelf.read(hash, 0, samples);
}

/** Told apart, and exact in 24 bits. */
const ramp = (length: number, by = 1): Float32Array<ArrayBuffer> =>
  Float32Array.from({ length }, (_, i) => (((i * by) % 4001) - 2000) / 4096);

/** Samples of a ramp that stands around its centre. */
const EVEN = 2 * 4001;

it('keeps every sample in its place, over the borders of pieces, on both sides', async () => {
  const length = 2 * PIECE + 12_345;
  const sides = [ramp(length), ramp(length, 7)];
  const sound = await broughtIn(wavFile('both.wav', sides));
  expect(sound).toMatchObject({ samples: length, channels: 2, sampleRate: SAMPLE_RATE, note: undefined });
  const kept = await stored(sound.hash, length);
  kept.forEach((samples, c) => {
    const most = samples.reduce(
      (worst, each, i) => Math.max(worst, Math.abs(each - (sides[c]?.[i] ?? 9))),
      0,
    );
    expect(most).toBeLessThan(2 ** -22);
  });
  // Any stretch that is read is that part of the whole.
  const shelf = new SoundSamples(2);
  await fc.assert(
    fc.asyncProperty(fc.nat(length - 1), fc.integer({ min: 1, max: PIECE + 5 }), async (from, count) => {
      const to = Math.min(length, from + count);
      await shelf.fetch([{ hash: sound.hash, from, to }]);
      const read = shelf.read(sound.hash, from, to);
      expect(read.map((side) => side.length)).toEqual([to - from, to - from]);
      for (const at of [0, (to - from) >> 1, to - from - 1])
        expect(read.map((side) => side[at])).toEqual(kept.map((side) => side[from + at]));
    }),
    { numRuns: 40 },
  );
  const analysis = await readAnalysis(sound.hash);
  const [least, most] = peakBetween(analysis?.peaks ?? [], 0, length);
  expect([least, most]).toEqual([expect.closeTo(-2000 / 4096, 4), expect.closeTo(2000 / 4096, 4)]);
  expect(await originals.getItem(sound.hash)).toMatchObject({ size: 44 + 6 * length });
});

it('brings other rates to 48 kHz, as long as they were', async () => {
  for (const rate of [8000, 44_100, 96_000, 192_000]) {
    const tone = Float32Array.from(
      { length: rate },
      (_, i) => 0.5 * Math.sin((2 * Math.PI * 440 * i) / rate),
    );
    const sound = await broughtIn(wavFile(`${rate}.wav`, [tone], rate));
    expect(Math.abs(sound.samples - SAMPLE_RATE)).toBeLessThanOrEqual(1);
    const [samples] = await stored(sound.hash, sound.samples);
    // Away from its ends, where the tone begins and breaks off, it is the same tone.
    for (let i = 2000; i < SAMPLE_RATE - 2000; i += 97)
      expect(samples?.[i]).toBeCloseTo(0.5 * Math.sin((2 * Math.PI * 440 * i) / SAMPLE_RATE), 3);
  }
});

it('numbers that are none are silent, a sound off its centre comes back to it, and both are said', async () => {
  const broken = ramp(EVEN);
  broken.set([Number.NaN, Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY], 100);
  const mended = await broughtIn(floatFile('broken.wav', broken));
  expect(mended.note).toMatch(/broken\.wav held 3 samples that are no numbers; they are silent/);
  const [samples] = await stored(mended.hash, EVEN);
  expect(Array.from(samples?.subarray(99, 104) ?? [])).toEqual([broken[99], 0, 0, 0, broken[103]]);

  const off = Float32Array.from({ length: 48_000 }, (_, i) => 0.25 + 0.5 * Math.sin(i / 10));
  const centred = await broughtIn(floatFile('off.wav', off));
  expect(centred.note).toMatch(/off\.wav stands off its centre by 25 % \(DC offset\)/);
  const [heard] = await stored(centred.hash, 48_000);
  expect((heard?.reduce((sum, each) => sum + each, 0) ?? 9) / 48_000).toBeCloseTo(0, 4);
});

it('a file cut short is heard as far as it goes', async () => {
  const whole = wavFile('cut.wav', [ramp(96_000)]);
  const cut = await broughtIn(new File([whole.slice(0, 44 + 3 * 60_000)], 'cut.wav'));
  expect(cut.samples).toBeGreaterThan(59_000);
  expect(cut.samples).toBeLessThanOrEqual(60_000);
  expect(cut.note).toMatch(/cut\.wav is cut off or damaged; it is heard as far as it could be read/);
});

it('what is none, empty, without samples or three hours long is refused in a sentence, and nothing of it is kept', async () => {
  expect(await refused(new File([], 'nothing.wav'))).toBe('nothing.wav is empty. It was left out.');
  expect(await refused(new File(['no sound at all, only words'], 'words.wav'))).toMatch(
    /^words\.wav is not a sound/,
  );
  expect(await refused(wavFile('silent.wav', [new Float32Array(0)]))).toMatch(/^silent\.wav holds no sound/);
  const head = wavHead({ channels: 1, sampleRate: 1000, samples: 3 * 3600 * 1000 });
  const zeros = new Uint8Array(3 * 3 * 3600 * 1000);
  expect(await refused(new File([head, zeros], 'long.wav'))).toMatch(
    /^long\.wav lasts 3\.0 hours, and an hour is the most/,
  );
  for (const store of [originals, soundAnalyses, soundPieces]) expect(await store.keys()).toEqual([]);
});

it('a full disk is said, and what was kept of the sound makes room again', async () => {
  const full = vi
    .spyOn(soundPieces, 'setItem')
    .mockImplementationOnce((_, value) => Promise.resolve(value))
    .mockRejectedValue(new DOMException('', 'QuotaExceededError'));
  expect(await refused(wavFile('large.wav', [ramp(3 * PIECE)]))).toBe(
    'large.wav did not fit. No room left in this browser. Delete a film under All films, or free disk space.',
  );
  full.mockRestore();
  expect(await soundPieces.keys()).toEqual([]);
  expect(await originals.keys()).toEqual([]);
});

it('the same sound under another name is read once', async () => {
  const first = await broughtIn(wavFile('first.wav', [ramp(EVEN)]));
  const writes = vi.spyOn(soundPieces, 'setItem');
  const second = await broughtIn(wavFile('second.wav', [ramp(EVEN)]));
  expect(second).toEqual({ ...first, name: 'second.wav' });
  expect(writes).not.toHaveBeenCalled();
});

it('what no film could keep is refused: more channels, or samples a second, than any sound has', async () => {
  const silence = new Float32Array(SAMPLE_RATE / 10);
  const many = await bring(
    wavFile(
      'many.wav',
      Array.from({ length: 70 }, () => silence),
    ),
  );
  expect(many).toEqual({ ok: false, problem: 'many.wav has 70 channels; 64 are the most. It was left out.' });
  const fast = await bring(wavFile('fast.wav', [silence], 20_000_000));
  expect(fast).toEqual({
    ok: false,
    problem: 'fast.wav claims 20,000,000 samples a second, which no sound has. It was left out.',
  });
  expect(await soundPieces.length()).toBe(0);
});
