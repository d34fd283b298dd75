import { StageFrame } from '../frame/stage-frame';
import { Picture } from '../picture/picture';
import { PanelTabs, SidePanels } from './side-panels';
import { SceneList } from './scene-list';
import styles from './time.module.css';
import { Transport } from './transport';

/** Stage Time: the picture, playing, holds and order. */
export function TimeView() {
  return (
    <StageFrame
      left={{ name: 'Scenes', width: 212, head: <h2>Scenes</h2>, body: <SceneList /> }}
      right={{ name: 'Poses', width: 284, head: <PanelTabs />, body: <SidePanels /> }}
    >
      <div className={styles.middle}>
        <Picture />
        <Transport />
      </div>
    </StageFrame>
  );
}
