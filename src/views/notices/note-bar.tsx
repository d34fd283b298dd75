import X from 'lucide-react/icons/x';
import type { ReactNode } from 'react';
import { IconButton } from '../../kit/button';
import { settleNotice, stays, useShell } from '../../state/shell/shell';
import styles from './notices.module.css';

interface NoteBarProps {
  /** Over a picture that is shown alone: nothing but notes. */
  readonly alone?: boolean;
  /** Shown where there is nothing to be told. */
  readonly otherwise?: ReactNode;
}

/** The newest thing to be told, in the bar at the top: nothing of the work lies under it. */
export function NoteBar({ alone = false, otherwise }: NoteBarProps) {
  const notices = useShell((state) => state.notices);
  const fresh = notices.filter(({ isPast }) => !isPast);
  // What went well goes by itself; what waits for a person is seen then.
  const newest = fresh.at(-1);
  return (
    <div className={alone ? styles.alone : styles.bar} aria-live="polite">
      {!newest && otherwise}
      {newest && (
        <div className={styles.note} data-tone={newest.tone} role="group" aria-label="What Kermis noticed">
          <p data-tip={newest.text}>{newest.text}</p>
          {stays(newest) && (
            <IconButton label="Close this note" onClick={() => settleNotice(newest.id)}>
              <X size={16} aria-hidden />
            </IconButton>
          )}
        </div>
      )}
    </div>
  );
}
