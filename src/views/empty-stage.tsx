import type { ReactNode } from 'react';
import styles from './empty-stage.module.css';

interface EmptyStageProps {
  readonly heading: string;
  /** What the stage is for, in one sentence. */
  readonly words: string;
  /** The button that gets it going. */
  readonly children?: ReactNode;
}

/** What stands in a stage that has nothing to show yet. */
export function EmptyStage({ heading, words, children }: EmptyStageProps) {
  return (
    <section className={styles.place} aria-label={heading}>
      <div className={styles.empty}>
        <h2>{heading}</h2>
        <p>{words}</p>
        {children && <div className={styles.buttons}>{children}</div>}
      </div>
    </section>
  );
}
