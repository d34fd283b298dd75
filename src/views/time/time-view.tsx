import { Picture } from '../picture/picture';
import { ChosenPanel } from './chosen-panel';
import { SceneList } from './scene-list';
import styles from './time.module.css';
import { Transport } from './transport';

/** Stage Time: the picture, playing, holds and order. */
export function TimeView() {
  return (
    <div className={styles.time}>
      <SceneList />
      <div className={styles.middle}>
        <Picture />
        <Transport />
      </div>
      <ChosenPanel />
    </div>
  );
}
