import { Button } from './button';
import styles from './question.module.css';

interface QuestionProps {
  readonly lines: readonly string[];
  /** What it comes to. */
  readonly sum?: string;
  readonly onDo: () => void;
  readonly onLeave: () => void;
}

/** As many lines are shown; of more only the number is told. */
const MOST = 6;

/** What will change, told before it is done. */
export function Question({ lines, sum, onDo, onLeave }: QuestionProps) {
  return (
    <div className={styles.question} role="group" aria-label="What will change">
      {lines.slice(0, MOST).map((line) => (
        <span key={line}>{line}</span>
      ))}
      {lines.length > MOST && <span>and {lines.length - MOST} more</span>}
      {sum !== undefined && <span>{sum}</span>}
      <Button variant="main" onClick={onDo}>
        Apply
      </Button>
      <Button variant="quiet" onClick={onLeave}>
        Cancel
      </Button>
    </div>
  );
}
