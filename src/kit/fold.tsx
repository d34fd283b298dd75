import { Collapsible } from '@base-ui/react/collapsible';
import ChevronRight from 'lucide-react/icons/chevron-right';
import { useEffect, useRef, useState, type ReactNode } from 'react';
import styles from './fold.module.css';

interface FoldProps {
  readonly title: string;
  readonly children: ReactNode;
}

/** Fields under a title that are folded away at first. Opened, they go to the top of the column that they stand in. */
export function Fold({ title, children }: FoldProps) {
  const root = useRef<HTMLDivElement>(null);
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const column = open ? root.current?.closest('[data-scrolls]') : undefined;
    if (root.current && column)
      column.scrollTop += root.current.getBoundingClientRect().top - column.getBoundingClientRect().top;
  }, [open]);
  return (
    <Collapsible.Root ref={root} open={open} onOpenChange={setOpen}>
      <h3 className={styles.head}>
        <Collapsible.Trigger className={styles.trigger}>
          <ChevronRight size={16} aria-hidden />
          <span>{title}</span>
        </Collapsible.Trigger>
      </h3>
      <Collapsible.Panel className={styles.body}>{children}</Collapsible.Panel>
    </Collapsible.Root>
  );
}
