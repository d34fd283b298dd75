import type { ReactNode } from 'react';
import styles from './foot.module.css';

/** The foot of a column of choices, with what carries them out: it stays in sight, however long the column is. */
export function Foot({ children }: { readonly children: ReactNode }) {
  return <div className={styles.foot}>{children}</div>;
}
