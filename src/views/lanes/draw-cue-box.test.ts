import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placeCues, type PlacedCue } from '../../core/film/cue-place';
import { applyEdit } from '../../core/edits/apply-edit';
import { placeCueEdit } from '../../core/edits/cue-edits';
import { filmWith } from '../../core/film/random-films';
import type { Cue, Sound } from '../../core/film/sound';
import { PeakBuilder } from '../../core/sound/peaks';
import { drawCueFrame, drawCueGround, drawPins, type CueTheme, type CuePen } from './draw-cue-box';
import { drawnCanvas, LETTER, type DrawnCanvas, type Pixel } from '../drawn-canvas';
import { drawSamples, drawWaveform, peaksOf } from './draw-waveform';

const THEME: CueTheme = {
  ...{ lane: '#600060', ink: '#000000', card: '#ffffff', pin: '#ff0000' },
  ...{ chosen: '#b08000', loose: '#00c000', font: '12px sans-serif' },
};
const PLUM = [96, 0, 96];
const BRASS = [176, 128, 0];
const GREEN = [0, 192, 0];

const SOUND: Sound = {
  ...{ id: 'sound', name: 'wait for me.wav', hash: '1'.repeat(64), type: 'audio/wav' },
  ...{ bytes: 1, channels: 1, sampleRate: 48_000, samples: 96_000 },
};
/** Half a second of the film to 24 pixels, from its start. */
const WINDOW = { from: 0, samplesAPixel: 1000, width: 400, height: 46 };

const penOn = ({ context }: DrawnCanvas, window = WINDOW): CuePen => ({
  context,
  theme: THEME,
  fonts: 0,
  window,
});

/** A drawing of a lane's window. */
function drawn(draw: (pen: CuePen) => void, window = WINDOW): DrawnCanvas {
  const canvas = drawnCanvas(window.width, window.height);
  draw(penOn(canvas, window));
  return canvas;
}

const colourOf = ([red, green, blue]: Pixel): readonly number[] => [red, green, blue];
/** The columns of a line of a drawing that are painted. */
const paintedAlong = ({ width, at }: DrawnCanvas, y: number): readonly number[] =>
  Array.from({ length: width }, (_, x) => x).filter((x) => at(x, y)[3] > 0);

/** The sound laid in on the seventh frame of two seconds, with changes to its cue. */
function placed(change: Partial<Cue> = {}): PlacedCue {
  const poses = Array.from({ length: 12 }, (_, i) => ({ id: `pose-${i}`, photoId: 'a', hold: 4 }));
  const film = { ...filmWith([poses]), sounds: [SOUND] };
  const laid = applyEdit(
    film,
    placeCueEdit(film, { id: 'cue', sound: SOUND, laneId: 'dialogue', at: 12_000 }),
  );
  const [first] = placeCues({ ...laid, cues: laid.cues.map((cue) => ({ ...cue, ...change })) });
  if (!first) throw new Error('no cue');
  return first;
}

describe('the box of a cue', () => {
  it('lies where it is heard, and what is not heard behind the film is hatched', () => {
    // It ends 12,000 samples behind the film.
    const ground = drawn((pen) => drawCueGround(pen, placed(), false));
    const along = paintedAlong(ground, 20);
    expect([along[0], along.at(-1), along.length]).toEqual([12, 107, 96]);
    expect([ground.at(50, 1)[3], ground.at(50, 2)[3] > 0, ground.at(50, 45)[3]]).toEqual([0, true, 0]);
    expect(colourOf(ground.at(50, 20))).toEqual([...PLUM.map((each) => expect.closeTo(each, -1) as number)]);
    const strengths = (from: number, to: number): Set<number> =>
      new Set(along.filter((x) => x >= from && x < to).map((x) => ground.at(x, 20)[3]));
    expect(strengths(12, 96).size).toBe(1);
    expect(strengths(96, 108).size).toBeGreaterThan(1);
    const frame = drawn((pen) => drawCueFrame(pen, placed(), false));
    expect(paintedAlong(frame, 40)).toEqual([12, 107]);
    expect(paintedAlong(frame, 44)).toHaveLength(96);
  });

  it('seen close by it is drawn as far as it is shown, however far it goes on', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 110_000 }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (from, samplesAPixel) => {
          const close = { ...WINDOW, from, samplesAPixel };
          const { at } = drawn((pen) => drawCueGround(pen, placed(), false), close);
          // All of what is within, nothing of what is not; the sound lies from 12,000 until 108,000.
          for (const x of [0, 130, 260, 399]) {
            const [left, right] = [from + x * samplesAPixel, from + (x + 1) * samplesAPixel];
            if (left >= 12_000 && right <= 108_000) expect(at(x, 20)[3]).toBeGreaterThan(0);
            if (right <= 12_000 || left >= 108_000 + 3 * samplesAPixel) expect(at(x, 20)[3]).toBe(0);
          }
        },
      ),
      { numRuns: 60 },
    );
  });

  it('is brass where it is chosen, has torn edges where its pose is gone, a second edge where it is held at its time', () => {
    const left = (canvas: DrawnCanvas, x = 12): readonly Pixel[] =>
      Array.from({ length: 30 }, (_, i) => canvas.at(x, 16 + i - 2)).slice(2);
    const chosen = drawn((pen) => drawCueFrame(pen, placed(), true));
    for (const pixel of left(chosen)) expect(pixel).toEqual([...BRASS, 255]);
    const loose = drawn((pen) => drawCueFrame(pen, { ...placed(), loose: true }, false));
    const painted = left(loose).filter(([, , , alpha]) => alpha > 200);
    expect(painted.length).toBeGreaterThan(10);
    expect(painted.length).toBeLessThan(25);
    for (const pixel of painted) expect(colourOf(pixel)).toEqual(GREEN);
    const cue = placed({ pin: { to: 'time', sample: 12_000 } });
    const held = drawn((pen) => {
      drawCueFrame(pen, cue, false);
      drawPins(pen, [cue]);
    });
    expect(paintedAlong(held, 40)).toEqual([12, 15, 107]);
    // No pin.
    expect(paintedAlong(held, 0)).toEqual([]);
  });

  it('has its pin at the moment that is tied', () => {
    const pinned = drawn((pen) => drawPins(pen, [placed()]));
    expect(pinned.at(12, 0)).toEqual([255, 0, 0, 255]);
    const along = paintedAlong(pinned, 0);
    expect((Number(along[0]) + Number(along.at(-1))) / 2).toBeCloseTo(11.5, 0);
  });

  it('shows as much of its name as there is room for, and none where it could not be read', () => {
    fc.assert(
      fc.property(fc.integer({ min: 300, max: 9000 }), fc.boolean(), (samplesAPixel, reversed) => {
        const cue = placed(reversed ? { reversed: true } : {});
        const window = { ...WINDOW, samplesAPixel, from: cue.start - 10 * samplesAPixel };
        const { at } = drawn((pen) => drawCueFrame(pen, cue, false), window);
        const width = SOUND.samples / samplesAPixel;
        const begins = 10;
        const inked = Array.from({ length: WINDOW.width }, (_, x) => x).filter(
          (x) => colourOf(at(x, 10)).join() === '0,0,0' && at(x, 10)[3] === 255,
        );
        if (width < 36) {
          expect(inked).toEqual([]);
          return;
        }
        const letters = (reversed ? 2 : 0) + SOUND.name.length;
        // Pixels that hold a part of a letter only are not counted.
        expect(inked.length).toBeGreaterThan(LETTER.width - 2);
        expect(Number(inked.at(-1)) - begins).toBeLessThanOrEqual(width);
        const isWhole = LETTER.width * letters <= width - 6;
        if (isWhole)
          expect(inked.length).toBeGreaterThanOrEqual(
            Math.min(LETTER.width * letters, WINDOW.width - begins - 5) - 2,
          );
        else expect(inked.length).toBeLessThan(LETTER.width * letters);
      }),
      { numRuns: 60 },
    );
  });
});

describe('a waveform', () => {
  it('is as high as it is heard, and fades as the cue does; unheard it is shown whole, and faintly', () => {
    const builder = new PeakBuilder();
    // Full scale both ways, from end to end.
    builder.push([Float32Array.from({ length: SOUND.samples }, (_, i) => (i % 2 ? 1 : -1))]);
    // −6.02 dB is half; it rises over 24,000 samples.
    const cue = placed({ level: -6.0206, fadeIn: { samples: 24_000, curve: 'straight' } });
    const window = { ...WINDOW, height: 40 };
    const wave = drawn(
      ({ context }) => drawWaveform(context, cue, peaksOf(builder.finish()), window),
      window,
    );
    /** From where to where a column is painted, and how strongly. */
    const column = (x: number): readonly number[] => {
      const ys = Array.from({ length: 40 }, (_, y) => y).filter((y) => wave.at(x, y)[3] > 0);
      return ys.length === 0 ? [] : [Number(ys[0]), Number(ys.at(-1)) + 1, wave.at(x, 20)[3]];
    };
    // Its first pixel is 12; half way through the rise it is a quarter high, then half.
    expect(column(11)).toEqual([]);
    expect(column(24)).toEqual([15, 25, 255]);
    expect(column(60)).toEqual([10, 30, 255]);
    expect(column(100)).toEqual([0, 40, Math.round(255 * 0.3)]);
    expect(column(108)).toEqual([]);
  });

  it('a fade-out ends silent, as a fade-in begins: what is drawn is what is mixed', () => {
    const samples = Float32Array.from({ length: 40 }, () => 1);
    const cue = placed({ from: 0, to: 40, fadeOut: { samples: 20, curve: 'straight' } });
    const window = { from: 12_000, samplesAPixel: 0.25, width: 160, height: 40 };
    const line = drawn(({ context }) => drawSamples(context, cue, samples, 12_000, window), window);
    const dots = (i: number): number =>
      Array.from({ length: 40 }, (_, y) => y).find((y) => line.at(i * 4, y)[3] > 200) ?? 40;
    // Sample 29 is the middle of the fade, sample 39 its last.
    expect(dots(29)).toBe(Math.round(20 - 20 * (10 / 20) - 1.5));
    expect(dots(39)).toBeGreaterThanOrEqual(18);
  });

  it('holds every sample of a stretch, out of the samples where they are there, never less out of a pyramid', () => {
    const sides = fc.array(fc.float({ min: -1, max: 1, noNaN: true }), { minLength: 400, maxLength: 900 });
    fc.assert(
      fc.property(
        sides,
        fc.nat({ max: 300 }),
        fc.double({ min: 1, max: 90, noNaN: true }),
        (list, at, long) => {
          const whole = Float32Array.from(list);
          const builder = new PeakBuilder();
          builder.push([whole]);
          const peaks = builder.finish();
          const exact = peaksOf(peaks, [whole.subarray(at)], at);
          const [first, last] = [at + 5, Math.floor(at + 5 + long)];
          const stretch = [...whole.subarray(first, last + 1)];
          expect(exact(first, at + 5 + long)).toEqual([Math.min(...stretch), Math.max(...stretch)]);
          const [least, most] = peaksOf(peaks)(first, last);
          const inside = [...whole.subarray(first, last)];
          expect(least).toBeLessThanOrEqual(Math.min(...inside) + 1 / 32_767);
          expect(most).toBeGreaterThanOrEqual(Math.max(...inside) - 1 / 32_767);
          // Before what was fetched it is the pyramid's.
          if (at >= 200) expect(exact(0, 100)).toEqual(peaksOf(peaks)(0, 100));
        },
      ),
    );
  });
});
