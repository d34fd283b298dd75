import { frameToSeconds } from '../../core/time/frames';
import { nominalRate, type Rate } from '../../core/time/rate';
import { canDrop, frameToTimecode } from '../../core/time/timecode';
import { rulerStep } from './ruler-step';
import styles from './strip.module.css';

interface RulerProps {
  readonly rate: Rate;
  readonly zoom: number;
  readonly from: number;
  readonly to: number;
  readonly unit: 'frames' | 'timecode';
}

/** Labelled marks on the frame grid: the frame, counted from 1, and the second; or the timecode. */
export function RulerMarks({ rate, zoom, from, to, unit }: RulerProps) {
  const step = rulerStep(zoom, nominalRate(rate), unit === 'frames' ? 92 : 108);
  const marks: number[] = [];
  for (let frame = Math.floor(from / step) * step; frame <= to; frame += step) marks.push(frame);
  const decimals = step < nominalRate(rate) ? 2 : 0;
  return marks.map((frame) => (
    <div key={frame} className={styles.mark} style={{ left: frame * zoom }}>
      {unit === 'timecode' ? (
        <span>{frameToTimecode(frame, rate, canDrop(rate))}</span>
      ) : (
        <span>
          {frame + 1} <small>{frameToSeconds(frame, rate).toFixed(decimals)} s</small>
        </span>
      )}
    </div>
  ));
}
