import { useTransport } from '../../state/transport/transport';
import Minus from 'lucide-react/icons/minus';
import Plus from 'lucide-react/icons/plus';
import { fitLength } from '../../core/edits/retime/fit';
import { scheduleOf } from '../../core/film/schedule';
import { HABITS, parseHold } from '../../core/time/hold';
import { count, formatLength } from '../../core/time/format';
import { Button } from '../../kit/button';
import { Panel } from '../../kit/panel';
import { TypedField } from '../../kit/typed-field';
import { changeHold, setHold } from '../../state/poses/arrange-poses';
import { chooseAll, chooseNone } from '../../state/selection/choose';
import { targetPoses } from '../../state/document/edit-film';
import { useDocument, useFilm } from '../../state/document/document';
import { useSelection } from '../../state/selection/selection';
import { PoseTools } from './pose-tools';
import { CycleField } from './cycle-field';
import { FitField } from './fit-field';
import styles from './time.module.css';

/** Up to this hold its holes are drawn beside the figure; more would say nothing. */
const MOST_HOLES = 24;

const holdWords = (hold: number | undefined, poses: number): string => {
  if (hold === undefined) return poses > 0 ? 'different holds' : 'no hold';
  if (hold === 1) return 'frame';
  return poses > 1 ? 'frames each' : 'frames';
};

/** The chosen poses, or the one under the playhead: their hold, and what can be done with them. */
export function ChosenPanel() {
  const film = useFilm();
  const chosen = useSelection((state) => state.chosen);
  const canWrite = useDocument((state) => state.canWrite);
  // What is meant follows the choice and the playhead; while playing only the choice.
  useTransport((state) => (state.playing || chosen.size > 0 ? undefined : state.frame));
  if (!film) return null;
  const { rate } = film.settings;
  const { firsts } = scheduleOf(film);
  const ids = targetPoses();
  const poses = ids.flatMap((id) => firsts.get(id)?.pose ?? []);
  const holds = new Set(poses.map((pose) => pose.hold));
  const hold = holds.size === 1 ? poses[0]?.hold : undefined;
  const length = ids.length > 1 ? fitLength(film, ids) : 0;
  const total = poses.reduce((sum, pose) => sum + pose.hold, 0);
  const heading =
    chosen.size > 0
      ? `${count(chosen.size, 'pose')} chosen`
      : poses.length > 0
        ? 'Pose on screen'
        : 'No poses yet';
  const none = poses.length === 0 || !canWrite;
  return (
    <Panel label="Chosen poses">
      <div className={styles.heading}>
        <h2>{heading}</h2>
        <Button variant="quiet" onClick={chooseAll} title="Choose all poses (Ctrl A)">
          All
        </Button>
        <Button
          variant="quiet"
          onClick={chooseNone}
          disabled={chosen.size === 0}
          title="Choose none (Escape)"
        >
          None
        </Button>
      </div>
      <div className={styles.hold}>
        <span className={styles.figure} data-testid="hold-figure">
          {hold ?? (poses.length > 0 ? '≠' : '–')}
        </span>
        <div>
          {holdWords(hold, poses.length)}
          <span className={styles.holes} aria-hidden>
            {Array.from({ length: Math.min(hold ?? 0, MOST_HOLES) }, (_, i) => (
              <i key={i} />
            ))}
          </span>
        </div>
        <div className={styles.nudge}>
          <Button
            disabled={none}
            onClick={() => changeHold(-1)}
            title="Shorter by a frame (-)"
            aria-label="Shorter"
          >
            <Minus size={16} aria-hidden />
          </Button>
          <Button
            disabled={none}
            onClick={() => changeHold(1)}
            title="Longer by a frame (+)"
            aria-label="Longer"
          >
            <Plus size={16} aria-hidden />
          </Button>
        </div>
      </div>
      <div className={styles.quick} role="group" aria-label="Hold on">
        {HABITS.map((habit, i) => (
          <Button
            key={habit}
            pressed={hold === i + 1}
            disabled={none}
            onClick={() => setHold(i + 1)}
            title={`On ${habit} (${i + 1})`}
          >
            {habit}
          </Button>
        ))}
      </div>
      <PoseTools disabled={none} />
      <TypedField
        label="Hold"
        figures
        text={hold === undefined ? '' : String(hold)}
        parse={(text) => parseHold(text, rate)}
        preview={(value) => `${formatLength(value, rate)}${poses.length > 1 ? ' each' : ''}`}
        onCommit={setHold}
        disabled={none}
        hint="12, 0.5s, 1s 6f or timecode."
      />
      {poses.length > 1 && (
        <>
          {total !== length && <p className={styles.together}>Total: {formatLength(total, rate)}</p>}
          <FitField film={film} poseIds={ids} length={length} disabled={none} />
        </>
      )}
      <CycleField film={film} poseIds={ids} disabled={none} />
    </Panel>
  );
}
