import type { ComponentType } from 'react';
import type { GuideChapter } from '../../state/shell/guide';

/** A tab of a side panel. */
export interface SideTab {
  readonly label: string;
  readonly View: ComponentType;
  /** Its chapter of the guide. */
  readonly guide: GuideChapter;
}
