import ChevronDown from 'lucide-react/icons/chevron-down';
import { useRef, type ReactNode } from 'react';
import styles from './panel.module.css';
import { useRowsBelow } from './use-rows-below';

interface PanelProps {
  readonly label: string;
  /** What stays in sight below, however long the rest is. */
  readonly foot?: ReactNode;
  readonly children: ReactNode;
}

/** A column of fields and tools that is scrolled where it is too long: it says that there is more, and cuts no row through. */
export function Panel({ label, foot, children }: PanelProps) {
  const column = useRef<HTMLDivElement>(null);
  const content = useRef<HTMLDivElement>(null);
  const cover = useRowsBelow(column, content);
  return (
    <section className={styles.panel} aria-label={label}>
      <div className={styles.column} ref={column} data-scrolls>
        <div className={styles.rows} ref={content}>
          {children}
        </div>
      </div>
      {cover > 0 && (
        <button
          type="button"
          className={styles.below}
          data-below
          style={{ height: cover, marginTop: -cover }}
          onClick={() =>
            column.current?.scrollBy({ top: column.current.clientHeight - cover, behavior: 'smooth' })
          }
        >
          <span>
            More below <ChevronDown size={14} aria-hidden />
          </span>
        </button>
      )}
      {foot && <div className={styles.foot}>{foot}</div>}
    </section>
  );
}
