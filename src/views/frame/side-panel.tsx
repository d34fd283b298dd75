import type { ReactNode } from 'react';
import PanelLeftClose from 'lucide-react/icons/panel-left-close';
import PanelRightClose from 'lucide-react/icons/panel-right-close';
import { IconButton } from '../../kit/button';
import type { GuideChapter } from '../../state/shell/guide';
import { toggleSide } from '../../state/shell/layout';
import { HelpButton } from '../guide/help-button';
import styles from './frame.module.css';
import { SIDE_KEYS } from './side-keys';

/** What stands beside the picture. */
export interface SideContent {
  /** What it is called, such as `Scenes`. */
  readonly name: string;
  /** Over it: a heading or tabs. */
  readonly head: ReactNode;
  readonly body: ReactNode;
  /** The chapter of the guide about it. */
  readonly guide: GuideChapter;
}

interface SidePanelProps {
  readonly side: 'left' | 'right';
  readonly content: SideContent;
}

const ICONS = { left: PanelLeftClose, right: PanelRightClose };

/** A panel beside the picture, with what folds it away. */
export function SidePanel({ side, content: { name, head, body, guide } }: SidePanelProps) {
  const Icon = ICONS[side];
  return (
    <div className={styles.side} data-side={side}>
      <div className={styles.sideHead}>
        {head}
        <HelpButton chapter={guide} />
        <IconButton label={`Fold ${name} away`} shortcut={SIDE_KEYS[side]} onClick={() => toggleSide(side)}>
          <Icon size={16} aria-hidden />
        </IconButton>
      </div>
      {body}
    </div>
  );
}
