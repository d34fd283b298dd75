import { useEffect, useRef } from 'react';
import type { PlacedCue } from '../../core/film/cue-place';
import { lookOf, samplesOf, useSounds } from '../../state/sounds';
import { drawSamples, drawWaveform, inSight, SINGLE_SAMPLES, type WaveWindow } from './draw-waveform';
import styles from './lanes.module.css';

interface LaneWaveProps {
  readonly placed: readonly PlacedCue[];
  readonly left: number;
  readonly window: WaveWindow;
}

/** The waveforms of a lane, as far as they are in sight: one drawing. */
export function LaneWave({ placed, left, window }: LaneWaveProps) {
  const ref = useRef<HTMLCanvasElement>(null);
  const looks = useSounds((state) => state.looks);
  const { from, samplesAPixel, width, height } = window;
  useEffect(() => {
    const canvas = ref.current;
    const context = canvas?.getContext('2d');
    if (!canvas || !context) return;
    const scale = devicePixelRatio;
    canvas.width = Math.round(width * scale);
    canvas.height = Math.round(height * scale);
    context.scale(scale, scale);
    context.fillStyle = getComputedStyle(canvas).color;
    context.strokeStyle = context.fillStyle;
    const to = from + width * samplesAPixel;
    for (const each of placed) {
      if (each.end <= from || each.start >= to) continue;
      const shown = { from, samplesAPixel, width, height };
      const part = samplesAPixel < SINGLE_SAMPLES ? inSight(each, shown) : undefined;
      const samples = part && samplesOf(each.sound.hash, part.from, part.to);
      if (part && samples) {
        drawSamples(context, each, samples, part.at, shown);
        continue;
      }
      const look = lookOf(each.sound.hash);
      if (look) drawWaveform(context, each, look, shown);
    }
  }, [placed, looks, from, samplesAPixel, width, height]);
  return <canvas ref={ref} className={styles.wave} style={{ left, width, height }} aria-hidden />;
}
