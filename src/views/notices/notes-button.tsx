import Copy from 'lucide-react/icons/copy';
import MessageSquareText from 'lucide-react/icons/message-square-text';
import Trash2 from 'lucide-react/icons/trash';
import { count } from '../../core/time/format';
import { Button } from '../../kit/button';
import { rawFaults } from '../../engine/faults/reason-of';
import { Popover } from '../../kit/popover';
import { dismissAll, stays, useShell } from '../../state/shell/shell';
import styles from './notices.module.css';

const TIME = new Intl.DateTimeFormat('en-GB', { timeStyle: 'short' });

/** All that was told since the page was opened, the newest first. */
export function NotesButton() {
  const notices = useShell((state) => state.notices);
  const waiting = notices.filter((notice) => stays(notice) && !notice.isPast).length;
  const copy = (): void =>
    void navigator.clipboard.writeText([...notices.map((notice) => notice.text), ...rawFaults()].join('\n'));
  return (
    <Popover
      label={waiting > 0 ? `Notes, ${waiting} to deal with` : 'Notes'}
      side="bottom"
      face={
        <span className={styles.icon}>
          <MessageSquareText size={18} aria-hidden />
          {waiting > 0 && <b aria-hidden>{waiting}</b>}
        </span>
      }
    >
      <section className={styles.notes} aria-label="Notes">
        <h2>{notices.length === 0 ? 'No notes' : count(notices.length, 'note')}</h2>
        {notices.length > 0 && (
          <>
            <ul tabIndex={0} aria-label="All notes">
              {notices.toReversed().map(({ id, tone, text, at }) => (
                <li key={id} data-tone={tone}>
                  <time dateTime={new Date(at).toISOString()}>{TIME.format(at)}</time>
                  <span>{text}</span>
                </li>
              ))}
            </ul>
            <div className={styles.tools}>
              <Button onClick={copy}>
                <Copy size={16} aria-hidden /> Copy the notes
              </Button>
              <Button onClick={dismissAll}>
                <Trash2 size={16} aria-hidden /> Clear the notes
              </Button>
            </div>
          </>
        )}
      </section>
    </Popover>
  );
}
