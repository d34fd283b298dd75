import type { PlacedCue } from '../../core/film/cue-place';
import { gainOfFades } from '../../core/sound/fade';
import { gainOf } from '../../core/sound/level';
import { peakBetween, type Peaks } from '../../core/sound/peaks';
import { FINEST } from '../../core/sound/stretch-peaks';

/** The part of a lane that is drawn. */
export interface WaveWindow {
  /** Samples of the film at its left side. */
  readonly from: number;
  readonly samplesAPixel: number;
  readonly width: number;
  readonly height: number;
}

/** How loud a cue of a level, as a factor, is at a sample of the film: with its fades, as it is mixed. */
const gainAt = ({ cue, start, heardUntil }: PlacedCue, level: number, at: number): number =>
  level * gainOfFades({ start, end: heardUntil, fadeIn: cue.fadeIn, fadeOut: cue.fadeOut }, at);

/** The least and the greatest sample, −1 to 1, of a stretch of a sound. */
export type PeakOf = (from: number, to: number) => readonly [least: number, most: number];

/** Peaks out of a pyramid; of samples themselves where those are there: all channels of a stretch from a sample on. */
export function peaksOf(peaks: Peaks, channels: readonly Float32Array[] = [], at = 0): PeakOf {
  const count = channels[0]?.length ?? 0;
  return (from, to) => {
    // Up to the first sample of the next pixel: a steep wave would be torn.
    const [first, last] = [Math.max(0, Math.floor(from) - at), Math.floor(to) - at];
    if (first >= count || last < 0) return peakBetween(peaks, from, to);
    let [least, most] = [1, -1];
    for (const samples of channels) {
      for (let i = first; i <= last && i < count; i++) {
        const sample = samples[i] as number;
        if (sample < least) least = sample;
        if (sample > most) most = sample;
      }
    }
    return [least, most];
  };
}

/**
 * Draws a cue's waveform as loud as it is heard; what hangs over the film's end is drawn faintly. A line a pixel: as one
 * outline a lane of noise takes forty times as long.
 */
export function drawWaveform(
  context: CanvasRenderingContext2D,
  placed: PlacedCue,
  peakOf: PeakOf,
  { from, samplesAPixel, width, height }: WaveWindow,
): void {
  const { cue, start, end, heardUntil } = placed;
  const first = Math.max(0, Math.floor((start - from) / samplesAPixel));
  const last = Math.min(width, Math.ceil((end - from) / samplesAPixel));
  const length = cue.to - cue.from;
  const middle = height / 2;
  const level = gainOf(cue.level);
  const border = Math.min(last, Math.max(first, Math.ceil((heardUntil - from) / samplesAPixel)));
  const draw = (begin: number, until: number, faint: boolean): void => {
    if (begin >= until) return;
    context.beginPath();
    for (let x = begin; x < until; x++) {
      const at = from + x * samplesAPixel;
      const into = (((at - start) % length) + length) % length;
      const of = cue.reversed ? cue.to - into - samplesAPixel : cue.from + into;
      const [least, most] = peakOf(of, of + samplesAPixel);
      const gain = faint ? 1 : gainAt(placed, level, at);
      const top = middle - Math.min(1, most * gain) * middle;
      const bottom = middle - Math.max(-1, least * gain) * middle;
      context.moveTo(x + 0.5, top);
      context.lineTo(x + 0.5, Math.max(bottom, top + 1));
    }
    context.globalAlpha = faint ? 0.3 : 1;
    context.lineWidth = 1;
    context.stroke();
    context.globalAlpha = 1;
  };
  draw(first, border, false);
  draw(border, last, true);
}

/** Closer than this, in samples a pixel, a line is drawn through the samples. */
export const SINGLE_SAMPLES = 16;
/** Closer than this the samples are looked at themselves: the finest level of a pyramid would stand out as steps. */
export const OWN_SAMPLES = FINEST;

/** The part of a cue's sound that is in sight, and where in the film it begins; undefined where none is. */
export function inSight(
  { cue, start, end }: PlacedCue,
  { from, samplesAPixel, width }: WaveWindow,
): { readonly from: number; readonly to: number; readonly at: number } | undefined {
  const length = cue.to - cue.from;
  const first = Math.max(start, Math.floor(from));
  const last = Math.min(end, start + length, Math.ceil(from + width * samplesAPixel) + 1);
  if (first >= last) return undefined;
  const [a, b] = [first - start, last - start];
  return cue.reversed
    ? { from: cue.to - b, to: cue.to - a, at: first }
    : { from: cue.from + a, to: cue.from + b, at: first };
}

/** Draws samples one by one: a line through them, and a dot on each where there is room. */
export function drawSamples(
  context: CanvasRenderingContext2D,
  placed: PlacedCue,
  samples: Float32Array,
  at: number,
  { from, samplesAPixel, height }: WaveWindow,
): void {
  const middle = height / 2;
  const dots = samplesAPixel < 0.3;
  const level = gainOf(placed.cue.level);
  context.beginPath();
  for (let i = 0; i < samples.length; i++) {
    const sample = samples[placed.cue.reversed ? samples.length - 1 - i : i] as number;
    const x = (at + i - from) / samplesAPixel;
    const y = middle - Math.max(-1, Math.min(1, sample * gainAt(placed, level, at + i))) * middle;
    if (i === 0) context.moveTo(x, y);
    else context.lineTo(x, y);
    if (dots) context.fillRect(x - 1.5, y - 1.5, 3, 3);
  }
  context.stroke();
}
