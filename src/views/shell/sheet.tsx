import type { ComponentType } from 'react';
import { setShell, type ShellState } from '../../state/shell/shell';
import { CommandBar } from '../commands/command-bar';
import { FilmSettingsDialog } from '../settings/film-settings';
import { GuideSheet } from '../guide/guide-sheet';
import { KeySheet } from './key-sheet';

type SheetName = NonNullable<ShellState['sheet']>;

const SHEETS: Readonly<Record<SheetName, ComponentType<{ readonly onClose: () => void }>>> = {
  settings: FilmSettingsDialog,
  keys: KeySheet,
  commands: CommandBar,
  guide: GuideSheet,
};

/** A sheet over the workbench. */
export function Sheet({ sheet }: { readonly sheet: SheetName }) {
  const Shown = SHEETS[sheet];
  return <Shown onClose={() => setShell({ sheet: undefined })} />;
}
