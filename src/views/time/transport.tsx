import { poseAt, scheduleOf } from '../../core/film/schedule';
import ArrowRightFromLine from 'lucide-react/icons/arrow-right-from-line';
import ArrowRightToLine from 'lucide-react/icons/arrow-right-to-line';
import ChevronLeft from 'lucide-react/icons/chevron-left';
import ChevronRight from 'lucide-react/icons/chevron-right';
import FoldHorizontal from 'lucide-react/icons/arrows-to-axis-dashed-vertical';
import ListVideo from 'lucide-react/icons/list-video';
import Pause from 'lucide-react/icons/pause';
import Play from 'lucide-react/icons/play';
import Repeat from 'lucide-react/icons/repeat';
import SkipBack from 'lucide-react/icons/skip-back';
import SkipForward from 'lucide-react/icons/skip-forward';
import StepBack from 'lucide-react/icons/step-back';
import StepForward from 'lucide-react/icons/step-forward';
import X from 'lucide-react/icons/x';
import { canDrop, frameToTimecode } from '../../core/time/timecode';
import { rateText } from '../../core/time/rate';
import { IconButton } from '../../kit/button';
import {
  goToEnd,
  goToStart,
  playAround,
  playChosen,
  playOrPause,
  setSpeed,
  SPEEDS,
  stepFrames,
  stepPoses,
  toggleLoop,
} from '../../state/transport/play';
import { clearPoints, setPoint } from '../../state/poses/flags';
import { useFilm } from '../../state/document/document';
import { useSelection } from '../../state/selection/selection';
import { useTransport } from '../../state/transport/transport';
import { poseCaption } from '../pose-caption';
import { DrawingAhead } from './drawing-ahead';
import styles from './time.module.css';

const SPEED_WORDS: Readonly<Record<(typeof SPEEDS)[number], string>> = {
  0.25: '¼',
  0.5: '½',
  1: '1×',
  1.5: '1½',
  2: '2×',
};

/** Play, step, loop; where the playhead is, and how well playing keeps the rate. */
export function Transport() {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  const playing = useTransport((state) => state.playing);
  const loop = useTransport((state) => state.loop);
  const speed = useTransport((state) => state.speed);
  const anyChosen = useSelection((state) => state.chosen.size > 0);
  const report = useTransport((state) => state.report);
  if (!film) return null;
  const { frames } = scheduleOf(film);
  const { rate } = film.settings;
  const here = poseAt(scheduleOf(film), frame);
  const caption = here && poseCaption(film, here);
  const size = 18;
  const none = frames === 0;
  return (
    <div className={styles.transport} role="group" aria-label="Playing">
      <IconButton label="Go to the start" shortcut="Home" onClick={goToStart} disabled={none}>
        <SkipBack size={size} aria-hidden />
      </IconButton>
      <IconButton label="Go to the pose before" shortcut="↑" onClick={() => stepPoses(-1)} disabled={none}>
        <StepBack size={size} aria-hidden />
      </IconButton>
      <IconButton label="One frame back" shortcut="←" onClick={() => stepFrames(-1)} disabled={none}>
        <ChevronLeft size={size} aria-hidden />
      </IconButton>
      <button
        type="button"
        className={styles.play}
        aria-label={playing ? 'Pause' : 'Play'}
        data-tip={`${playing ? 'Pause' : 'Play'} (Space)`}
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
      <IconButton label="Go to the next pose" shortcut="↓" onClick={() => stepPoses(1)} disabled={none}>
        <StepForward size={size} aria-hidden />
      </IconButton>
      <IconButton label="Go to the end" shortcut="End" onClick={goToEnd} disabled={none}>
        <SkipForward size={size} aria-hidden />
      </IconButton>
      <IconButton label="Loop" shortcut="L" pressed={loop} onClick={toggleLoop}>
        <Repeat size={size} aria-hidden /> <span className={styles.word}>Loop</span>
      </IconButton>
      <IconButton
        label="Play the chosen poses"
        shortcut="P"
        onClick={playChosen}
        disabled={none || !anyChosen}
      >
        <ListVideo size={size} aria-hidden /> <span className={styles.wideWord}>Chosen</span>
      </IconButton>
      <IconButton label="Play around the pose on screen" shortcut="A" onClick={playAround} disabled={none}>
        <FoldHorizontal size={size} aria-hidden /> <span className={styles.wideWord}>Around</span>
      </IconButton>
      <IconButton
        label="Set the in point on this frame"
        shortcut="["
        pressed={!!film.range.in}
        onClick={() => setPoint('in')}
        disabled={none}
      >
        <ArrowRightFromLine size={size} aria-hidden /> <span className={styles.word}>In</span>
      </IconButton>
      <IconButton
        label="Set the out point on this frame"
        shortcut="]"
        pressed={!!film.range.out}
        onClick={() => setPoint('out')}
        disabled={none}
      >
        <ArrowRightToLine size={size} aria-hidden /> <span className={styles.word}>Out</span>
      </IconButton>
      {(film.range.in ?? film.range.out) && (
        <IconButton label="Clear the in and out points" shortcut="\" onClick={clearPoints}>
          <X size={size} aria-hidden />
        </IconButton>
      )}
      <select
        className={styles.speed}
        aria-label="Playback speed"
        data-tip="Playback speed: the film itself stays as it is"
        value={speed}
        onChange={(event) => setSpeed(Number(event.target.value))}
      >
        {SPEEDS.map((each) => (
          <option key={each} value={each}>
            {SPEED_WORDS[each]}
          </option>
        ))}
      </select>
      <div className={styles.where}>
        <span className={styles.counter} data-testid="counter">
          <strong style={{ minWidth: `${String(frames).length}ch` }}>{none ? 0 : frame + 1}</strong>
          <span>
            of {frames} · {frameToTimecode(frame, rate, canDrop(rate))}
          </span>
        </span>
        <span className={styles.report}>
          <DrawingAhead />
          <span data-testid="play-report">
            {report
              ? `shows ${report.trueRate.toFixed(1)} fps, ${report.dropped} dropped`
              : (caption ?? `${rateText(rate)} frames a second`)}
          </span>
        </span>
      </div>
    </div>
  );
}
