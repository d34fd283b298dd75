import { useId, useMemo, useState, type KeyboardEvent } from 'react';
import { Dialog } from '../../kit/dialog';
import { commandsNow, matchingCommands, type Command } from './commands';
import styles from './shell.module.css';

/** Finds any command by typing, and carries it out. */
export function CommandBar({ onClose }: { readonly onClose: () => void }) {
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const id = useId();
  const all = useMemo(() => commandsNow(), []);
  const found = matchingCommands(all, typed);
  const chosen = Math.min(at, Math.max(0, found.length - 1));

  const run = (command: Command | undefined): void => {
    if (!command) return;
    onClose();
    // After the bar is gone, so that a command can show a dialog of its own.
    setTimeout(command.run);
  };

  const move = (event: KeyboardEvent): void => {
    const by = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (by !== 0) {
      event.preventDefault();
      setAt(Math.min(found.length - 1, Math.max(0, chosen + by)));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      run(found[chosen]);
    }
  };

  return (
    <Dialog title="Find a command" onClose={onClose}>
      <input
        // eslint-disable-next-line jsx-a11y/no-autofocus -- the bar is for typing and was asked for by key
        autoFocus
        className={styles.find}
        role="combobox"
        aria-label="What do you want to do?"
        aria-expanded={found.length > 0}
        aria-controls={`${id}-list`}
        aria-activedescendant={found[chosen] ? `${id}-${chosen}` : undefined}
        placeholder="What do you want to do?"
        autoComplete="off"
        value={typed}
        onChange={(event) => {
          setTyped(event.target.value);
          setAt(0);
        }}
        onKeyDown={move}
      />
      <ul id={`${id}-list`} role="listbox" aria-label="Commands" className={styles.found}>
        {found.map((command, i) => (
          <li
            key={command.words}
            id={`${id}-${i}`}
            role="option"
            aria-selected={i === chosen}
            onClick={() => run(command)}
          >
            {command.words} <kbd>{command.keys}</kbd>
          </li>
        ))}
      </ul>
      {found.length === 0 && <p role="status">No command is called like that.</p>}
    </Dialog>
  );
}
