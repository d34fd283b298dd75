import AppWindow from 'lucide-react/icons/app-window';
import Columns3 from 'lucide-react/icons/columns-3';
import Contrast from 'lucide-react/icons/contrast';
import Ghost from 'lucide-react/icons/ghost';
import IterationCw from 'lucide-react/icons/iteration-cw';
import { IconButton } from '../../kit/button';
import { togglePictureWindow, usePictureWindow } from '../../state/picture/picture-window';
import { toggleAgainst, toggleGhost, toggleNeighbours, useCompare } from '../../state/transport/compare';
import { CloserTools } from './closer-tools';
import { GhostSettings } from './ghost-settings';
import styles from './picture.module.css';

/** Beside the picture: what it is compared with, how closely it is looked at, and where it stands. */
export function PictureTools() {
  const { ghostsBefore, ghostsAfter, neighbours, against } = useCompare();
  const apart = usePictureWindow((state) => state.view !== undefined);
  const ghosts = ghostsBefore + ghostsAfter > 0;
  const size = 17;
  return (
    <div className={styles.tools}>
      <div role="group" aria-label="Compare">
        <IconButton label="Onion skin (ghosts)" shortcut="G" pressed={ghosts} onClick={toggleGhost}>
          <Ghost size={size} aria-hidden />
        </IconButton>
        {ghosts && <GhostSettings />}
        <IconButton
          label="Poses before and after beside it"
          shortcut="Q"
          pressed={neighbours}
          onClick={toggleNeighbours}
        >
          <Columns3 size={size} aria-hidden />
        </IconButton>
        <IconButton
          label="Difference from the pose before"
          shortcut="D"
          pressed={against === 'difference'}
          onClick={() => toggleAgainst('difference')}
        >
          <Contrast size={size} aria-hidden />
        </IconButton>
        <IconButton
          label="Compare last and first frame, for a loop"
          shortcut="Shift L"
          pressed={against === 'first-last'}
          onClick={() => toggleAgainst('first-last')}
        >
          <IterationCw size={size} aria-hidden />
        </IconButton>
      </div>
      <CloserTools>
        <IconButton
          label="Picture in its own window"
          shortcut="Y"
          pressed={apart}
          onClick={togglePictureWindow}
        >
          <AppWindow size={size} aria-hidden />
        </IconButton>
      </CloserTools>
    </div>
  );
}
