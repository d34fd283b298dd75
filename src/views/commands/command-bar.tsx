import { Command as List } from 'cmdk';
import { useMemo, useState } from 'react';
import { Dialog } from '../../kit/dialog';
import type { Command } from './command';
import { allCommands } from './commands';
import styles from './command-bar.module.css';
import { findCommands } from './find-commands';
import { goToCommands } from './go-to-commands';

const nameOf = ({ words, keys }: Command): string => `${words} ${keys}`.trim();

/** Finds any command by typing, and carries it out. */
export function CommandBar({ onClose }: { readonly onClose: () => void }) {
  const [typed, setTyped] = useState('');
  const all = useMemo(() => allCommands(), []);
  // A place in the film is what its figure means before all else.
  const found = useMemo(() => [...goToCommands(typed), ...findCommands(all, typed)], [all, typed]);

  const run = (command: Command): void => {
    onClose();
    // After the bar is gone, so that a command can show a dialog of its own, and the focus stays where it puts it.
    setTimeout(() => void command.run());
  };
  const item = (command: Command) => (
    <List.Item
      key={nameOf(command)}
      value={nameOf(command)}
      className={styles.command}
      disabled={command.cannot !== undefined}
      onSelect={() => run(command)}
    >
      <span>
        {command.words}
        {command.cannot !== undefined && <small>{command.cannot}</small>}
      </span>
      {command.keys !== '' && <kbd>{command.keys}</kbd>}
    </List.Item>
  );

  return (
    <Dialog title="Find a command" onClose={onClose}>
      <List label="What do you want to do?" loop shouldFilter={false}>
        <List.Input
          className={styles.find}
          placeholder="What do you want to do?"
          value={typed}
          onValueChange={setTyped}
        />
        <List.List className={styles.found} label="Commands">
          {found.map(item)}
          <List.Empty>Nothing found. Try another word, or see all shortcuts (?).</List.Empty>
        </List.List>
      </List>
    </Dialog>
  );
}
