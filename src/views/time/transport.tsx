import {
  ChevronLeft,
  ChevronRight,
  Pause,
  Play,
  Repeat,
  SkipBack,
  SkipForward,
  StepBack,
  StepForward,
} from 'lucide-react';
import { useEffect, useState } from 'react';
import { canDrop, frameToTimecode } from '../../core/time/timecode';
import { rateText } from '../../core/time/rate';
import { count } from '../../core/time/words';
import { IconButton } from '../../kit/button';
import {
  goToEnd,
  goToStart,
  onPlayReport,
  playOrPause,
  stepFrames,
  stepPoses,
  toggleLoop,
  type PlayReport,
} from '../../state/player';
import { scheduleOf, useFilm, useWorkbench } from '../../state/workbench';
import styles from './time.module.css';

/** Play, step, loop; where the playhead is, and how well playing keeps the rate. */
export function Transport() {
  const film = useFilm();
  const frame = useWorkbench((state) => state.frame);
  const playing = useWorkbench((state) => state.playing);
  const loop = useWorkbench((state) => state.loop);
  const [report, setReport] = useState<PlayReport>();
  useEffect(() => onPlayReport(setReport), []);
  if (!film) return null;
  const { frames } = scheduleOf(film);
  const { rate } = film.settings;
  const size = 18;
  const none = frames === 0;
  return (
    <div className={styles.transport} role="group" aria-label="Playing">
      <IconButton label="To the start" shortcut="Home" onClick={goToStart} disabled={none}>
        <SkipBack size={size} aria-hidden />
      </IconButton>
      <IconButton label="To the pose before" shortcut="↑" onClick={() => stepPoses(-1)} disabled={none}>
        <StepBack size={size} aria-hidden />
      </IconButton>
      <IconButton label="One frame back" shortcut="←" onClick={() => stepFrames(-1)} disabled={none}>
        <ChevronLeft size={size} aria-hidden />
      </IconButton>
      <button
        type="button"
        className={styles.play}
        aria-label={playing ? 'Pause' : 'Play'}
        title={`${playing ? 'Pause' : 'Play'} (Space)`}
        onClick={playOrPause}
        disabled={none}
      >
        {playing ? (
          <Pause size={20} aria-hidden fill="currentColor" />
        ) : (
          <Play size={20} aria-hidden fill="currentColor" />
        )}
      </button>
      <IconButton label="One frame on" shortcut="→" onClick={() => stepFrames(1)} disabled={none}>
        <ChevronRight size={size} aria-hidden />
      </IconButton>
      <IconButton label="To the next pose" shortcut="↓" onClick={() => stepPoses(1)} disabled={none}>
        <StepForward size={size} aria-hidden />
      </IconButton>
      <IconButton label="To the end" shortcut="End" onClick={goToEnd} disabled={none}>
        <SkipForward size={size} aria-hidden />
      </IconButton>
      <IconButton label="Loop" shortcut="L" pressed={loop} onClick={toggleLoop}>
        <Repeat size={size} aria-hidden />
      </IconButton>
      <span className={styles.report} data-testid="play-report">
        {report
          ? `true rate ${report.trueRate.toFixed(1)}, ${count(report.dropped, 'frame')} dropped`
          : `${rateText(rate)} frames a second`}
      </span>
      <span className={styles.counter} data-testid="counter">
        <strong>{none ? 0 : frame + 1}</strong>
        <span>
          of {frames} · {frameToTimecode(frame, rate, canDrop(rate))}
        </span>
      </span>
    </div>
  );
}
