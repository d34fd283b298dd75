import { ArrowLeft, ArrowRight, Minus, Plus, Trash2 } from 'lucide-react';
import { posesOf } from '../../core/film/film';
import { poseAt } from '../../core/film/schedule';
import { parseHold } from '../../core/time/hold';
import { count, lengthWords } from '../../core/time/words';
import { Button, IconButton } from '../../kit/button';
import { TypedField } from '../../kit/typed-field';
import { chooseAll, chooseNone } from '../../state/choose';
import { changeHold, deletePoses, setHold, shiftPoses } from '../../state/edit-film';
import { scheduleOf, useFilm, useWorkbench } from '../../state/workbench';
import styles from './time.module.css';

const HABITS = ['ones', 'twos', 'threes', 'fours'] as const;

/** Holes drawn beside the figure; more would say nothing. */
const MOST_HOLES = 24;

/** The chosen poses, or the one under the playhead: their hold, and what can be done with them. */
export function ChosenPanel() {
  const film = useFilm();
  const chosen = useWorkbench((state) => state.chosen);
  const canWrite = useWorkbench((state) => state.canWrite);
  const underPlayhead = useWorkbench((state) => {
    const open = state.history?.film;
    return open && poseAt(scheduleOf(open), state.frame)?.pose.id;
  });
  if (!film) return null;
  const poses = posesOf(film).filter((pose) =>
    chosen.size > 0 ? chosen.has(pose.id) : pose.id === underPlayhead,
  );
  const holds = new Set(poses.map((pose) => pose.hold));
  const hold = holds.size === 1 ? poses[0]?.hold : undefined;
  const total = poses.reduce((sum, pose) => sum + pose.hold, 0);
  const heading =
    chosen.size > 0
      ? `${count(chosen.size, 'pose')} chosen`
      : poses.length > 0
        ? 'The pose on screen'
        : 'No poses yet';
  const none = poses.length === 0 || !canWrite;
  return (
    <section className={styles.chosen} aria-label="Chosen poses">
      <h2>{heading}</h2>
      <div className={styles.hold}>
        <span className={styles.figure} data-testid="hold-figure">
          {hold ?? (poses.length > 0 ? '≠' : '–')}
        </span>
        <div>
          {hold === undefined
            ? poses.length > 0
              ? 'different holds'
              : 'no hold'
            : hold === 1
              ? 'frame'
              : poses.length > 1
                ? 'frames each'
                : 'frames'}
          <span className={styles.holes} aria-hidden>
            {Array.from({ length: Math.min(hold ?? 0, MOST_HOLES) }, (_, i) => (
              <i key={i} />
            ))}
          </span>
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
      <TypedField
        label="Hold, in frames"
        figures
        text={hold === undefined ? '' : String(hold)}
        parse={parseHold}
        onCommit={setHold}
        disabled={none}
        hint="One frame is the shortest."
      />
      <div className={styles.row}>
        <Button disabled={none} onClick={() => changeHold(-1)} title="Shorter by a frame (-)">
          <Minus size={16} aria-hidden /> Shorter
        </Button>
        <Button disabled={none} onClick={() => changeHold(1)} title="Longer by a frame (+)">
          <Plus size={16} aria-hidden /> Longer
        </Button>
      </div>
      <dl className={styles.facts}>
        <div>
          <dt>{poses.length > 1 ? 'Together' : 'Length'}</dt>
          <dd>{lengthWords(total, film.settings.rate)}</dd>
        </div>
      </dl>
      <div className={styles.row}>
        <Button disabled={none} onClick={() => shiftPoses(-1)} title="Earlier by a pose (Alt ←)">
          <ArrowLeft size={16} aria-hidden /> Earlier
        </Button>
        <Button disabled={none} onClick={() => shiftPoses(1)} title="Later by a pose (Alt →)">
          Later <ArrowRight size={16} aria-hidden />
        </Button>
        <Button onClick={chooseAll} disabled={poses.length === 0} title="Choose all poses (Ctrl A)">
          Choose all
        </Button>
        <Button onClick={chooseNone} disabled={chosen.size === 0} title="Choose none (Escape)">
          Choose none
        </Button>
      </div>
      <div>
        <IconButton
          look="plain"
          label="Delete the poses; the gap closes"
          shortcut="Delete"
          disabled={none}
          onClick={deletePoses}
        >
          <Trash2 size={17} aria-hidden /> Delete
        </IconButton>
      </div>
    </section>
  );
}
