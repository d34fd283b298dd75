import { Command as List } from 'cmdk';
import { useMemo, useState } from 'react';
import { Dialog } from '../../kit/dialog';
import type { Command } from './command';
import { allCommands } from './commands';
import styles from './command-bar.module.css';
import { likelihood } from './find-commands';
import { goToCommands } from './go-to-commands';

const nameOf = ({ words, keys }: Command): string => `${words} ${keys}`.trim();

/** Finds any command by typing, and carries it out. */
export function CommandBar({ onClose }: { readonly onClose: () => void }) {
  const [typed, setTyped] = useState('');
  const all = useMemo(
    () => new Map(allCommands().map((command, place) => [nameOf(command), { command, place }])),
    [],
  );
  const places = goToCommands(typed);

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
      <List
        label="What do you want to do?"
        loop
        // A place in the film is what its figure means before all else.
        filter={(name, words) => {
          const known = all.get(name);
          if (!known) return 1;
          const likely = likelihood(known.command, words);
          // Those that are as likely stay in their order.
          return likely > 0 ? likely - known.place * 1e-6 : 0;
        }}
      >
        <List.Input
          className={styles.find}
          placeholder="What do you want to do?"
          value={typed}
          onValueChange={setTyped}
        />
        <List.List className={styles.found} label="Commands">
          {places.map(item)}
          {[...all.values()].map(({ command }) => item(command))}
          <List.Empty>Nothing found. Try another word, or see all shortcuts (?).</List.Empty>
        </List.List>
      </List>
    </Dialog>
  );
}
