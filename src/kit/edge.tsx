import { Separator } from 'react-resizable-panels';
import styles from './edge.module.css';

interface EdgeProps {
  /** What it sets, such as `Height of the strip`. */
  readonly label: string;
  /** Brings back the size that it began with. */
  readonly onReset: () => void;
}

/** The edge between two panels: dragged, or moved with the arrow keys; a double click brings back the size it began with. */
export function Edge({ label, onReset }: EdgeProps) {
  return <Separator className={styles.edge} aria-label={label} disableDoubleClick onDoubleClick={onReset} />;
}
