import { Copy, X } from 'lucide-react';
import { count } from '../../core/time/format';
import { IconButton } from '../../kit/button';
import { dismissAll, useShell } from '../../state/shell/shell';
import styles from './notices.module.css';

/** What was noticed and what went wrong, until it is put away. */
export function Notices() {
  const notices = useShell((state) => state.notices);
  const copy = (): void =>
    void navigator.clipboard.writeText(notices.map((notice) => notice.text).join('\n'));
  return (
    <div aria-live="polite">
      {notices.length > 0 && (
        <section className={styles.notices} aria-label="What Kermis noticed">
          <div className={styles.head}>
            <h2>{count(notices.length, 'note')}</h2>
            <IconButton label="Copy the notes" onClick={copy}>
              <Copy size={16} aria-hidden />
            </IconButton>
            <IconButton label="Put the notes away" onClick={dismissAll}>
              <X size={18} aria-hidden />
            </IconButton>
          </div>
          <ul className={styles.list} tabIndex={0} aria-label="Notes">
            {notices.map((notice) => (
              <li key={notice.id} className={notice.tone === 'wrong' ? styles.wrong : undefined}>
                {notice.text}
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}
