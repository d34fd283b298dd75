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
} from 'lucide-react';
import { Actions, type Action } from '../../kit/actions';
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

const ACTIONS: readonly Action[] = [
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
  return <Actions label="Order" actions={ACTIONS} disabled={disabled} />;
}
