import type { ReactNode } from 'react';
import styles from './pair.module.css';

interface PairProps {
  /** What the two are for, where they belong together as a group. */
  readonly label?: string;
  readonly children: ReactNode;
}

/** Two fields or buttons side by side; one alone takes the whole width. */
export function Pair({ label, children }: PairProps) {
  return (
    <div className={styles.pair} role={label === undefined ? undefined : 'group'} aria-label={label}>
      {children}
    </div>
  );
}
