import {
  ArrowLeft,
  ArrowLeftRight,
  ArrowRight,
  ClipboardPaste,
  Copy,
  CopyPlus,
  Scissors,
  Trash2,
  Undo,
  type LucideIcon,
} from 'lucide-react';
import { IconButton } from '../../kit/button';
import {
  copyPoses,
  cutPoses,
  deletePoses,
  duplicatePoses,
  exchangePoses,
  pastePoses,
  reversePoses,
  shiftPoses,
} from '../../state/arrange-poses';
import styles from './time.module.css';

interface Deed {
  readonly label: string;
  readonly shortcut: string;
  readonly icon: LucideIcon;
  readonly run: () => void;
}

const DEEDS: readonly Deed[] = [
  { label: 'Earlier by a pose', shortcut: 'Alt ←', icon: ArrowLeft, run: () => shiftPoses(-1) },
  { label: 'Later by a pose', shortcut: 'Alt →', icon: ArrowRight, run: () => shiftPoses(1) },
  { label: 'Opposite order', shortcut: 'R', icon: Undo, run: reversePoses },
  { label: 'Two poses change places', shortcut: 'X', icon: ArrowLeftRight, run: exchangePoses },
  { label: 'Cut', shortcut: 'Ctrl X', icon: Scissors, run: cutPoses },
  { label: 'Copy', shortcut: 'Ctrl C', icon: Copy, run: copyPoses },
  { label: 'Paste behind', shortcut: 'Ctrl V', icon: ClipboardPaste, run: pastePoses },
  { label: 'A copy behind', shortcut: 'Ctrl D', icon: CopyPlus, run: duplicatePoses },
  { label: 'Delete the poses; the gap closes', shortcut: 'Delete', icon: Trash2, run: deletePoses },
];

/** What can be done with the order of the chosen poses. */
export function ArrangeButtons({ disabled }: { readonly disabled: boolean }) {
  return (
    <div className={styles.deeds} role="group" aria-label="Order">
      {DEEDS.map(({ label, shortcut, icon: Icon, run }) => (
        <IconButton
          key={label}
          look="plain"
          label={label}
          shortcut={shortcut}
          disabled={disabled}
          onClick={run}
        >
          <Icon size={17} aria-hidden />
        </IconButton>
      ))}
    </div>
  );
}
