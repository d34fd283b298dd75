import { scheduleOf } from '../../core/film/schedule';
import { useFilm } from '../../state/document/document';
import { StageFrame } from '../frame/stage-frame';
import { NoPoses } from '../no-poses';
import { Picture } from '../picture/picture';
import { PanelTabs, SidePanels, usePanelGuide } from './side-panels';
import { SceneList } from './scene-list';
import styles from './time.module.css';
import { Transport } from './transport';

/** Stage Time: the picture, playing, holds and order. */
export function TimeView() {
  const film = useFilm();
  const guide = usePanelGuide();
  return (
    <StageFrame
      left={{ name: 'Scenes', width: 212, head: <h2>Scenes</h2>, body: <SceneList />, guide: 'scenes' }}
      right={{ name: 'Poses', width: 284, head: <PanelTabs />, body: <SidePanels />, guide }}
    >
      <div className={styles.middle}>
        {film && scheduleOf(film).count === 0 ? (
          <NoPoses
            film={film}
            heading="Nothing to time yet"
            words="Set the rhythm: each photo is a pose, held for as many frames as you say."
          />
        ) : (
          <Picture />
        )}
        <Transport />
      </div>
    </StageFrame>
  );
}
