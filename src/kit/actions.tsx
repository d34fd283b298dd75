import type { LucideIcon } from 'lucide-react';
import { IconButton } from './button';
import styles from './actions.module.css';

/** Something that can be done with what is chosen. */
export interface Action {
  readonly label: string;
  readonly shortcut?: string;
  readonly icon: LucideIcon;
  readonly run: () => unknown;
  /** Not to be done now. */
  readonly off?: boolean;
}

interface ActionsProps {
  /** What they are done with. */
  readonly label: string;
  readonly actions: readonly Action[];
  readonly disabled?: boolean;
  /** Smaller and without frames, beside something else. */
  readonly small?: boolean;
}

/** A row of buttons, each a picture of what it does. */
export function Actions({ label, actions, disabled = false, small = false }: ActionsProps) {
  return (
    <div
      className={small ? `${styles.actions} ${styles.small}` : styles.actions}
      role="group"
      aria-label={label}
    >
      {actions.map(({ label: words, shortcut, icon: Icon, run, off = false }) => (
        <IconButton
          key={words}
          variant={small ? 'quiet' : 'plain'}
          label={words}
          {...(shortcut === undefined ? {} : { shortcut })}
          disabled={disabled || off}
          onClick={run}
        >
          <Icon size={small ? 16 : 17} aria-hidden />
        </IconButton>
      ))}
    </div>
  );
}
