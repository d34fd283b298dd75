import { IconButton } from './button';
import styles from './actions.module.css';
import type { Tool } from './tools';

interface ActionsProps {
  /** What they are done with. */
  readonly label: string;
  readonly actions: readonly Omit<Tool, 'word'>[];
  readonly disabled?: boolean;
}

/** A row of small buttons beside something else, each a picture of what it does. */
export function Actions({ label, actions, disabled = false }: ActionsProps) {
  return (
    <div className={styles.actions} role="group" aria-label={label}>
      {actions.map(({ label: words, shortcut, icon: Icon, run, off = false }) => (
        <IconButton
          key={words}
          label={words}
          {...(shortcut === undefined ? {} : { shortcut })}
          disabled={disabled || off}
          onClick={run}
        >
          <Icon size={16} aria-hidden />
        </IconButton>
      ))}
    </div>
  );
}
