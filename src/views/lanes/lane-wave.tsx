import { useEffect, useRef } from 'react';
import type { PlacedCue } from '../../core/film/cue-place';
import { lookOf, useSounds } from '../../state/sounds';
import { drawWaveform, type WaveWindow } from './draw-waveform';
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
    const to = from + width * samplesAPixel;
    for (const each of placed) {
      if (each.end <= from || each.start >= to) continue;
      const look = lookOf(each.sound.hash);
      if (look) drawWaveform(context, each, look, { from, samplesAPixel, width, height });
    }
  }, [placed, looks, from, samplesAPixel, width, height]);
  return <canvas ref={ref} className={styles.wave} style={{ left, width, height }} aria-hidden />;
}
