import type { Film } from '../../core/film/film';
import { scheduleOf } from '../../core/film/schedule';
import { lightRunOf } from '../../core/mend/light-run';
import { sceneOnScreen } from '../../state/poses/scenes';
import { JumpButtons } from './jump-buttons';
import styles from './mend.module.css';

/** How much the light of the scene on screen flickers, before and now, and where it jumps. */
export function FlickerReport({ film }: { readonly film: Film }) {
  const sceneId = sceneOnScreen();
  if (sceneId === undefined) return null;
  const { flicker, jumps, levels } = lightRunOf(film, sceneId);
  if (levels.length < 2) return null;
  const plan = scheduleOf(film);
  const places = jumps.after.flatMap((id) => plan.poses.find(({ pose }) => pose.photoId === id) ?? []);
  return (
    <>
      <dl
        className={styles.flicker}
        data-testid="flicker"
        data-tip="Standard deviation of the luma from photo to photo, of 255"
      >
        <div>
          <dt>Flicker</dt>
          <dd>{flicker.before.toFixed(2)}</dd>
        </div>
        <div>
          <dt>now</dt>
          <dd>{flicker.after.toFixed(2)}</dd>
        </div>
      </dl>
      <JumpButtons noun="jump" places={places} />
    </>
  );
}
