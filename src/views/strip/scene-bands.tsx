import type { Film } from '../../core/film/film';
import type { Schedule } from '../../core/film/schedule';
import { chooseScene } from '../../state/selection/choose';
import { sceneColour } from './scene-colour';
import styles from './strip.module.css';

interface BandsProps {
  readonly film: Film;
  readonly plan: Schedule;
  readonly zoom: number;
}

/** The scenes over their poses; one that is set aside is a folded corner where it would stand. */
export function SceneBands({ film, plan, zoom }: BandsProps) {
  return film.scenes.map((scene, i) => {
    const { start = 0, end = 0 } = plan.scenes[i] ?? {};
    const style = { left: start * zoom, ['--scene' as string]: sceneColour(scene, i) };
    if (scene.setAside) {
      return (
        <span key={scene.id} className={styles.folded} style={style} data-tip={`${scene.name}, set aside`}>
          <span className={styles.unseen}>{scene.name}, set aside</span>
        </span>
      );
    }
    if (end === start) return null;
    return (
      <button
        key={scene.id}
        type="button"
        className={styles.scene}
        style={{ ...style, width: (end - start) * zoom }}
        aria-label={`Choose all poses of ${scene.name}`}
        onClick={() => chooseScene(scene.id)}
      >
        <span>{scene.name}</span>
      </button>
    );
  });
}
