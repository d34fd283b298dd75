import { poseAt } from '../../core/film/schedule';
import { count, secondsAndFrames } from '../../core/time/words';
import { goTo } from '../../state/player';
import { photosOf, scheduleOf, useFilm, useWorkbench } from '../../state/workbench';
import { sceneColour } from '../strip/scene-colour';
import { Thumbnail } from '../thumbnail';
import styles from './time.module.css';

/** The scenes of the film with a picture each; choosing one goes to its start. */
export function SceneList() {
  const film = useFilm();
  const current = useWorkbench((state) => {
    const open = state.history?.film;
    return open && poseAt(scheduleOf(open), state.frame)?.sceneId;
  });
  if (!film) return null;
  const photos = photosOf(film);
  const { rate } = film.settings;
  const plan = scheduleOf(film);
  return (
    <nav className={styles.scenes} aria-label="Scenes">
      <h2>Scenes</h2>
      <ol>
        {film.scenes.map((scene, i) => {
          const { start = 0, end = 0 } = plan.scenes[i] ?? {};
          const middle = scene.poses[Math.floor(scene.poses.length / 2)];
          return (
            <li key={scene.id}>
              <button
                type="button"
                className={styles.scene}
                style={{ ['--scene' as string]: sceneColour(i) }}
                aria-current={scene.id === current ? 'true' : undefined}
                onClick={() => goTo(start)}
              >
                <Thumbnail photo={middle && photos.get(middle.photoId)} className={styles.sceneThumb} />
                <span>
                  <span className={styles.sceneName}>{scene.name}</span>
                  <span className={styles.length}>{secondsAndFrames(end - start, rate)}</span>
                </span>
              </button>
            </li>
          );
        })}
      </ol>
      <div className={styles.whole}>
        <h2>Whole film</h2>
        <span className={styles.length}>
          {secondsAndFrames(plan.frames, rate)}
          <br />
          {count(plan.entries.length, 'pose')}
          <br />
          {count(film.photos.length, 'photo')}
        </span>
      </div>
    </nav>
  );
}
