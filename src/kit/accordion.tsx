import { Accordion as Base } from '@base-ui/react/accordion';
import ChevronRight from 'lucide-react/icons/chevron-right';
import { useEffect, useRef, type ReactNode } from 'react';
import styles from './accordion.module.css';

/** One of several things of which one is open at a time. */
export interface Fold<Id extends string> {
  readonly id: Id;
  readonly title: string;
  /** Said beside the title, such as how much it is used. */
  readonly note?: string | undefined;
  readonly body: ReactNode;
}

interface AccordionProps<Id extends string> {
  readonly folds: readonly Fold<Id>[];
  readonly open: Id | undefined;
  readonly onOpen: (id: Id | undefined) => void;
}

/** Things under each other of which one is open at a time. What is opened goes to the top of the column that it stands in. */
export function Accordion<Id extends string>({ folds, open, onOpen }: AccordionProps<Id>) {
  const root = useRef<HTMLDivElement>(null);
  const shown = useRef(open);
  useEffect(() => {
    if (shown.current === open) return;
    shown.current = open;
    const fold = root.current?.querySelector('[data-open]');
    const column = fold?.closest('[data-scrolls]');
    if (fold && column)
      column.scrollTop += fold.getBoundingClientRect().top - column.getBoundingClientRect().top;
  }, [open]);
  return (
    <Base.Root
      ref={root}
      value={open === undefined ? [] : [open]}
      onValueChange={(next: readonly unknown[]) => onOpen(next.at(-1) as Id | undefined)}
      className={styles.folds}
    >
      {folds.map(({ id, title, note, body }) => (
        <Base.Item key={id} value={id} className={styles.fold}>
          <Base.Header className={styles.head}>
            <Base.Trigger className={styles.trigger}>
              <ChevronRight size={16} aria-hidden />
              <span>{title}</span>
              {note && <small>{note}</small>}
            </Base.Trigger>
          </Base.Header>
          <Base.Panel className={styles.body}>{body}</Base.Panel>
        </Base.Item>
      ))}
    </Base.Root>
  );
}
