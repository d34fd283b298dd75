import { Picture } from '../picture/picture';
import { SidePanel } from './side-panel';
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
      <SidePanel />
    </div>
  );
}
