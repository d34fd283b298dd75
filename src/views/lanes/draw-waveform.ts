import type { PlacedCue } from '../../core/film/cue-place';
import { fadeGain } from '../../core/sound/fade';
import { gainOf } from '../../core/sound/level';
import { peakBetween } from '../../core/sound/peaks';
import type { SoundLook } from '../../engine/browser/sounds/sound-look';

/** The part of a lane that is drawn. */
export interface WaveWindow {
  /** Samples of the film at its left side. */
  readonly from: number;
  readonly samplesAPixel: number;
  readonly width: number;
  readonly height: number;
}

/** How loud a cue is at a sample of the film: its level and fades. */
function gainAt({ cue, start, heardUntil }: PlacedCue, at: number): number {
  const length = heardUntil - start;
  let gain = gainOf(cue.level);
  const [rise, fall] = [cue.fadeIn, cue.fadeOut];
  if (rise && at - start < rise.samples)
    gain *= fadeGain(rise.curve, (at - start) / Math.min(length, rise.samples));
  if (fall && heardUntil - at < fall.samples)
    gain *= fadeGain(fall.curve, (heardUntil - at) / Math.min(length, fall.samples));
  return gain;
}

/** Draws a cue's waveform as loud as it is heard; what hangs over the film's end is drawn faintly. */
export function drawWaveform(
  context: CanvasRenderingContext2D,
  placed: PlacedCue,
  look: SoundLook,
  { from, samplesAPixel, width, height }: WaveWindow,
): void {
  const { cue, start, end, heardUntil } = placed;
  const first = Math.max(0, Math.floor((start - from) / samplesAPixel));
  const last = Math.min(width, Math.ceil((end - from) / samplesAPixel));
  const length = cue.to - cue.from;
  const middle = height / 2;
  for (let x = first; x < last; x++) {
    const at = from + x * samplesAPixel;
    const into = (((at - start) % length) + length) % length;
    const begin = cue.reversed ? cue.to - into - samplesAPixel : cue.from + into;
    const [least, most] = peakBetween(look.peaks, begin, begin + samplesAPixel);
    const gain = at < heardUntil ? gainAt(placed, at) : 1;
    context.globalAlpha = at < heardUntil ? 1 : 0.3;
    const top = Math.min(1, most * gain) * middle;
    const bottom = Math.max(-1, least * gain) * middle;
    context.fillRect(x, middle - top, 1, Math.max(1, top - bottom));
  }
  context.globalAlpha = 1;
}
