import { useEffect, useRef } from 'react';
import type { PlacedCue } from '../../core/film/cue-place';
import { useMissing } from '../../state/document/missing';
import { analysisOf, samplesOf, useSounds } from '../../state/sound/sounds';
import { prepareCanvas } from '../prepare-canvas';
import { useFontsLoaded } from '../use-fonts-loaded';
import { useDrawingTheme } from '../use-drawing-theme';
import { cueTheme, drawCueFrame, drawCueGround, drawPins } from './draw-cue-box';
import {
  drawSamples,
  drawWaveform,
  inSight,
  OWN_SAMPLES,
  peaksOf,
  SINGLE_SAMPLES,
  type WaveWindow,
} from './draw-waveform';
import styles from './lanes.module.css';

interface LaneDrawingProps {
  readonly placed: readonly PlacedCue[];
  readonly chosen: ReadonlySet<string>;
  readonly folded: boolean;
  readonly left: number;
  readonly window: WaveWindow;
}

/** Heads of pins stand out over a lane by so many pixels. */
const ABOVE = 6;
/** Waveforms keep so many pixels off the edges of their lane. */
const WITHIN = 2;

/** A lane's cues as far as they are in sight: their boxes, waveforms and names, in one drawing. */
export function LaneDrawing({ placed, chosen, folded, left, window }: LaneDrawingProps) {
  const ref = useRef<HTMLCanvasElement>(null);
  const analyses = useSounds((state) => state.analyses);
  const missing = useMissing((state) => state.sounds);
  const themeFor = useDrawingTheme(cueTheme);
  const fonts = useFontsLoaded();
  const { from, samplesAPixel, width, height } = window;
  useEffect(() => {
    const context = prepareCanvas(ref.current, width, height + ABOVE);
    if (!context) return;
    context.translate(0, ABOVE);
    const theme = themeFor(context.canvas);
    context.font = theme.font;
    context.textBaseline = 'middle';
    const to = from + width * samplesAPixel;
    const box = { from, samplesAPixel, width, height };
    const pen = { context, theme, fonts, window: box };
    const wave = { ...box, height: height - 2 * WITHIN };
    const drawWave = (each: PlacedCue): void => {
      context.fillStyle = theme.lane;
      context.strokeStyle = theme.lane;
      const part = samplesAPixel < OWN_SAMPLES ? inSight(each, wave) : undefined;
      const channels = part && samplesOf(each.sound.hash, part.from, part.to);
      const known = analysisOf(each.sound.hash);
      context.translate(0, WITHIN);
      if (part && channels?.[0] && samplesAPixel < SINGLE_SAMPLES)
        drawSamples(context, each, channels[0], part.at, wave);
      else if (known) drawWaveform(context, each, peaksOf(known.peaks, channels, part?.from), wave);
      context.translate(0, -WITHIN);
    };
    const seen = placed.filter((each) => each.end > from && each.start < to);
    for (const each of seen) {
      const isChosen = chosen.has(each.cue.id);
      drawCueGround(pen, each, isChosen);
      if (!folded) drawWave(each);
      drawCueFrame(pen, each, isChosen, missing.has(each.sound.hash));
    }
    drawPins(pen, seen);
  }, [placed, chosen, folded, analyses, missing, themeFor, fonts, from, samplesAPixel, width, height]);
  return (
    <canvas
      ref={ref}
      className={styles.drawing}
      style={{ left, width, height: height + ABOVE }}
      aria-hidden
    />
  );
}
