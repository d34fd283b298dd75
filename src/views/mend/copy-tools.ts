import ClipboardPaste from 'lucide-react/icons/clipboard-paste';
import Copy from 'lucide-react/icons/copy';
import type { Tool } from '../../kit/tools';
import { copyMends, pasteMends } from '../../state/mend/copy-mends';

/** Copying what a tool sets from one pose to others, the same in each. */
export const COPY_TOOLS: readonly Tool[] = [
  {
    word: 'Copy',
    label: 'Copy these settings from the pose on screen',
    shortcut: 'Ctrl C',
    icon: Copy,
    run: copyMends,
  },
  {
    word: 'Paste',
    label: 'Paste them onto the chosen poses',
    shortcut: 'Ctrl V',
    icon: ClipboardPaste,
    run: pasteMends,
  },
];
