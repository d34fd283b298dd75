import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef } from 'react';
import { editLabel } from '../../core/edits/edit-label';
import { takenBackFrom } from '../../core/edits/history';
import { count } from '../../core/time/format';
import { goToEdit } from '../../state/document/edit-film';
import { useDocument } from '../../state/document/document';
import styles from './time.module.css';

const ROW_HEIGHT = 30;

/** Everything that was done to the film, and what was taken back; each leads to the film as it was then. */
export function DonePanel() {
  const history = useDocument((state) => state.history);
  const scroller = useRef<HTMLOListElement>(null);
  const done = history ? takenBackFrom(history) : [];
  const undone = history?.undone ?? [];
  const all = [...done, ...undone];
  const rows = useVirtualizer({
    count: all.length + 1,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 6,
  });
  useEffect(() => rows.scrollToIndex(done.length), [rows, done.length]);
  return (
    <section className={styles.list} aria-label="History">
      <h2>{all.length === 0 ? 'No changes yet' : `${count(done.length, 'change')} done`}</h2>
      <ol ref={scroller} className={styles.done}>
        <li style={{ height: rows.getTotalSize() }} role="presentation" aria-hidden />
        {rows.getVirtualItems().map(({ index, start }) => {
          const step = all[index - 1];
          return (
            <li key={index} style={{ top: start }}>
              <button
                type="button"
                aria-current={index === done.length ? 'step' : undefined}
                data-undone={index > done.length || undefined}
                onClick={() => goToEdit(index)}
              >
                {step ? editLabel(step.edit) : 'At the start'}
              </button>
            </li>
          );
        })}
      </ol>
    </section>
  );
}
