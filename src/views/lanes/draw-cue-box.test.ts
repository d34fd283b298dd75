import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { placeCues, type PlacedCue } from '../../core/film/cue-place';
import { applyEdit } from '../../core/edits/apply-edit';
import { placeCueEdit } from '../../core/edits/cue-edits';
import { filmWith } from '../../core/film/random-films';
import type { Cue, Sound } from '../../core/film/sound';
import { PeakBuilder } from '../../core/sound/peaks';
import { drawCueFrame, drawCueGround, drawPins, type CueTheme, type CuePen } from './draw-cue-box';
import { writtenCanvas, type WrittenCanvas } from '../written-canvas';
import { drawWaveform, peaksOf } from './draw-waveform';

const THEME: CueTheme = {
  ...{ lane: 'plum', ink: 'ink', card: 'card', pin: 'tomato', chosen: 'brass', loose: 'bad', font: 'face' },
};
const SOUND: Sound = {
  ...{ id: 'sound', name: 'wait for me.wav', hash: '1'.repeat(64), type: 'audio/wav' },
  ...{ bytes: 1, channels: 1, sampleRate: 48_000, samples: 96_000 },
};
/** Half a second of the film to 24 pixels, from its start. */
const WINDOW = { from: 0, samplesAPixel: 1000, width: 400, height: 46 };

const pen = ({ context }: WrittenCanvas): CuePen => ({ context, theme: THEME, window: WINDOW });

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
    const { context, of } = writtenCanvas(THEME.font);
    // It ends 12,000 samples behind the film.
    drawCueGround({ context, theme: THEME, window: WINDOW }, placed(), false);
    expect(of('fillRect')).toEqual([
      { call: 'fillRect', given: [12, 2, 96, 43], colour: 'plum', alpha: 0.15, dashed: false },
    ]);
    expect(of('rect')[0]?.given).toEqual([96, 2, 12, 43]);
    drawCueFrame({ context, theme: THEME, window: WINDOW }, placed(), false);
    expect(of('strokeRect')[0]).toMatchObject({ given: [12.5, 2.5, 95, 42], colour: 'plum', dashed: false });
  });

  it('seen close by it is drawn as far as it is shown, however far it goes on', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 110_000 }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (from, samplesAPixel) => {
          const { context, strokes, of } = writtenCanvas(THEME.font);
          const close = { context, theme: THEME, window: { ...WINDOW, from, samplesAPixel } };
          drawCueGround(close, placed(), false);
          drawCueFrame(close, { ...placed(), loose: true }, false);
          expect(strokes.length).toBeLessThan(250);
          const [x = 0, , width = 0] = (of('strokeRect')[0]?.given ?? []) as number[];
          // Its edges are in sight only where it begins and ends.
          expect(x > 0).toBe(12_000 - from > 0);
          expect(x + width < WINDOW.width).toBe((108_000 - from) / samplesAPixel < WINDOW.width);
        },
      ),
    );
  });

  it('is brass where it is chosen, has torn edges where its pose is gone, a second edge where it is held at its time', () => {
    const chosen = writtenCanvas(THEME.font);
    drawCueFrame(pen(chosen), placed(), true);
    expect(chosen.of('strokeRect')).toMatchObject([{ colour: 'brass', dashed: false, alpha: 1 }]);
    const loose = writtenCanvas(THEME.font);
    drawCueFrame(pen(loose), { ...placed(), loose: true }, false);
    expect(loose.of('strokeRect')).toMatchObject([{ colour: 'bad', dashed: true }]);
    const held = writtenCanvas(THEME.font);
    const cue = placed({ pin: { to: 'time', sample: 12_000 } });
    drawCueFrame(pen(held), cue, false);
    expect(held.of('strokeRect').map(({ given }) => given[0])).toEqual([12.5, 15.5]);
    drawPins(pen(held), [cue]);
    expect(held.of('arc')).toEqual([]);
  });

  it('has its pin at the moment that is tied', () => {
    const { context, of } = writtenCanvas(THEME.font);
    drawPins({ context, theme: THEME, window: WINDOW }, [placed()]);
    expect(of('arc')[0]?.given.slice(0, 3)).toEqual([12, 0, 4]);
    expect(of('fill')[0]?.colour).toBe('tomato');
  });

  it('shows as much of its name as there is room for, and none where it could not be read', () => {
    fc.assert(
      fc.property(fc.integer({ min: 50, max: 9000 }), fc.boolean(), (samplesAPixel, reversed) => {
        const { context, of } = writtenCanvas(THEME.font);
        const cue = placed(reversed ? { reversed: true } : {});
        drawCueFrame({ context, theme: THEME, window: { ...WINDOW, samplesAPixel } }, cue, false);
        const width = SOUND.samples / samplesAPixel;
        const [text] = of('fillText').map(({ given }) => given[0] as string);
        if (width < 36) {
          expect(text).toBeUndefined();
          return;
        }
        const name = reversed ? `◂ ${SOUND.name}` : SOUND.name;
        expect(6 * (text ?? '').length).toBeLessThanOrEqual(width);
        if (text !== name) expect(name.startsWith((text ?? '').slice(0, -1))).toBe(true);
        expect(text === name).toBe(6 * name.length <= width - 6);
      }),
    );
  });
});

describe('a waveform', () => {
  it('is as high as it is heard, and fades as the cue does; unheard it is shown whole, and faintly', () => {
    const builder = new PeakBuilder();
    // Full scale both ways, from end to end.
    builder.push([Float32Array.from({ length: SOUND.samples }, (_, i) => (i % 2 ? 1 : -1))]);
    const { context, of } = writtenCanvas(THEME.font);
    // −6.02 dB is half; it rises over 24,000 samples.
    const cue = placed({ level: -6.0206, fadeIn: { samples: 24_000, curve: 'straight' } });
    drawWaveform(context, cue, peaksOf(builder.finish()), { ...WINDOW, height: 40 });
    expect(of('stroke').map(({ alpha }) => alpha)).toEqual([1, 0.3]);
    const points = [...of('moveTo'), ...of('lineTo')].map(({ given }) => given as [number, number]);
    const at = (x: number): number[] => points.filter(([px]) => px === x + 0.5).map(([, y]) => y);
    // Its first pixel is 12; half way through the rise it is a quarter high, then half.
    expect(at(11)).toEqual([]);
    expect(at(24)).toEqual([expect.closeTo(15, 2), expect.closeTo(25, 2)]);
    expect(at(60)).toEqual([expect.closeTo(10, 2), expect.closeTo(30, 2)]);
    expect(at(100)).toEqual([expect.closeTo(0, 2), expect.closeTo(40, 2)]);
    expect(at(108)).toEqual([]);
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
