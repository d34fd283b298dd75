import type { Film } from '../../core/film/film';
import { recipeOf } from '../../core/film/recipe-of';
import { count } from '../../core/time/format';
import { poseCaption } from '../pose-caption';
import { Thumbnail } from '../thumbnail';
import styles from './strip.module.css';
import type { MeantPose } from './use-run-choice';

const WIDTH = 176;
const OVER = 26;

/** The pose under the pointer, enlarged, where its ticket is too narrow to be seen. */
export function PoseLens({ film, meant }: { readonly film: Film; readonly meant: MeantPose }) {
  const { entry, clientX, clientY } = meant;
  const left = Math.min(innerWidth - WIDTH - 8, Math.max(8, clientX - WIDTH / 2));
  return (
    <div
      className={styles.lens}
      style={{ left, bottom: innerHeight - clientY + OVER, width: WIDTH }}
      data-testid="pose-lens"
      aria-hidden
    >
      <Thumbnail recipe={recipeOf(film, entry.pose)} />
      <span>
        {poseCaption(film, entry)} · {count(entry.pose.hold, 'frame')}
      </span>
    </div>
  );
}
