import { memo } from 'react';
import Clock from 'lucide-react/icons/clock';
import Expand from 'lucide-react/icons/expand';
import ZoomIn from 'lucide-react/icons/zoom-in';
import ZoomOut from 'lucide-react/icons/zoom-out';
import type { Film } from '../../core/film/film';
import type { Schedule } from '../../core/film/schedule';
import { count, formatSecondsAndFrames } from '../../core/time/format';
import { LaneHeads } from '../lanes/lane-heads';
import type { LaneRow } from '../lanes/lane-layout';
import { IconButton } from '../../kit/button';
import { setShell, useShell } from '../../state/shell/shell';
import { zoomStrip, zoomToAll } from '../../state/transport/zoom';
import styles from './strip.module.css';

interface StripHeadProps {
  readonly film: Film;
  readonly plan: Schedule;
  readonly lanes: readonly LaneRow[];
}

/** How long the film is, and how the strip shows it. */
export const StripHead = memo(function StripHead({ film, plan, lanes }: StripHeadProps) {
  const ruler = useShell((state) => state.ruler);
  return (
    <div className={styles.head}>
      <div>
        <h2>Picture</h2>
        <p>
          {formatSecondsAndFrames(plan.frames, film.settings.rate)}
          <br />
          {count(plan.count, 'pose')}
        </p>
      </div>
      <div className={styles.zoom}>
        <IconButton label="Zoom out of the strip" shortcut="O" onClick={() => zoomStrip(-1)}>
          <ZoomOut size={17} aria-hidden />
        </IconButton>
        <IconButton label="Zoom in on the strip" shortcut="I" onClick={() => zoomStrip(1)}>
          <ZoomIn size={17} aria-hidden />
        </IconButton>
        <IconButton label="Show the whole film" shortcut="W" onClick={zoomToAll}>
          <Expand size={16} aria-hidden />
        </IconButton>
        <IconButton
          label="Timecode on the ruler"
          pressed={ruler === 'timecode'}
          onClick={() => setShell({ ruler: ruler === 'timecode' ? 'frames' : 'timecode' })}
        >
          <Clock size={16} aria-hidden />
        </IconButton>
      </div>
      <div className={styles.laneHeads}>
        <LaneHeads rows={lanes} />
      </div>
    </div>
  );
});
