import ArrowLeft from 'lucide-react/icons/arrow-left';
import ArrowLeftRight from 'lucide-react/icons/arrow-left-right';
import ArrowRight from 'lucide-react/icons/arrow-right';
import ClipboardPaste from 'lucide-react/icons/clipboard-paste';
import Copy from 'lucide-react/icons/copy';
import CopyPlus from 'lucide-react/icons/copy-plus';
import Ellipsis from 'lucide-react/icons/ellipsis';
import Play from 'lucide-react/icons/play';
import Repeat2 from 'lucide-react/icons/repeat-2';
import Scissors from 'lucide-react/icons/scissors';
import Split from 'lucide-react/icons/split';
import Trash2 from 'lucide-react/icons/trash';
import Undo from 'lucide-react/icons/undo';
import { ONE_MORE } from '../../core/edits/cycle-edits';
import { Menu } from '../../kit/menu';
import { Tools, type Tool } from '../../kit/tools';
import {
  copyPoses,
  cutPoses,
  deletePoses,
  duplicatePoses,
  exchangePoses,
  pastePoses,
  reversePoses,
  shiftPoses,
} from '../../state/poses/arrange-poses';
import { makeCycle, thereAndBack } from '../../state/poses/cycles';
import { splitScene } from '../../state/poses/scenes';
import { play } from '../../state/transport/play';
import styles from './time.module.css';

/** What is needed in the first hour. */
const TOOLS: readonly Tool[] = [
  {
    word: 'Delete',
    label: 'Delete the poses; the gap closes',
    shortcut: 'Delete',
    icon: Trash2,
    run: deletePoses,
  },
  {
    word: 'Duplicate',
    label: 'Duplicate the poses (a copy after them)',
    shortcut: 'Ctrl D',
    icon: CopyPlus,
    run: duplicatePoses,
  },
  { word: 'Reverse', label: 'Reverse the order of the poses', shortcut: 'R', icon: Undo, run: reversePoses },
  {
    word: 'Make a cycle',
    label: 'Repeat the poses',
    shortcut: 'C',
    icon: Repeat2,
    run: () => makeCycle(ONE_MORE),
  },
  { word: 'Split', label: 'Split the scene before this pose', shortcut: 'S', icon: Split, run: splitScene },
  { word: 'Play from here', label: 'Play from this frame', shortcut: 'Space', icon: Play, run: () => play() },
];

const SIZE = 16;

/** What can be done with the chosen poses: what is done often with words, the rest in a menu. */
export function PoseTools({ disabled }: { readonly disabled: boolean }) {
  return (
    <>
      <Tools label="The chosen poses" tools={TOOLS} disabled={disabled} />
      <div className={styles.row}>
        <Menu
          label="Move the poses"
          variant="plain"
          disabled={disabled}
          items={[
            {
              label: 'Earlier by a pose',
              shortcut: 'Alt ←',
              icon: <ArrowLeft size={SIZE} aria-hidden />,
              run: () => shiftPoses(-1),
            },
            {
              label: 'Later by a pose',
              shortcut: 'Alt →',
              icon: <ArrowRight size={SIZE} aria-hidden />,
              run: () => shiftPoses(1),
            },
            {
              label: 'Swap two poses',
              shortcut: 'X',
              icon: <ArrowLeftRight size={SIZE} aria-hidden />,
              run: exchangePoses,
            },
          ]}
        >
          <ArrowLeftRight size={SIZE} aria-hidden /> Move
        </Menu>
        <Menu
          label="More for the poses"
          variant="plain"
          disabled={disabled}
          items={[
            { label: 'Cut', shortcut: 'Ctrl X', icon: <Scissors size={SIZE} aria-hidden />, run: cutPoses },
            { label: 'Copy', shortcut: 'Ctrl C', icon: <Copy size={SIZE} aria-hidden />, run: copyPoses },
            {
              label: 'Paste after',
              shortcut: 'Ctrl V',
              icon: <ClipboardPaste size={SIZE} aria-hidden />,
              run: pastePoses,
            },
            {
              label: 'Add the way back',
              shortcut: 'Shift R',
              icon: <Repeat2 size={SIZE} aria-hidden />,
              begins: true,
              run: thereAndBack,
            },
          ]}
        >
          <Ellipsis size={SIZE} aria-hidden /> More
        </Menu>
      </div>
    </>
  );
}
