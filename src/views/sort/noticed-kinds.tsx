import ChevronDown from 'lucide-react/icons/chevron-down';
import ChevronUp from 'lucide-react/icons/chevron-up';
import type { IntakeRow } from '../../core/film/intake/intake-row';
import { NOTICE_WORDS, type RowNotice } from '../../core/film/intake/notices';
import { Button, IconButton } from '../../kit/button';
import { countNoticed, stepNoticed, useLookOver, type Noticed } from '../../state/photos/look-over';
import styles from './sort.module.css';

interface NoticedKindsProps {
  readonly rows: readonly IntakeRow[];
  readonly notices: ReadonlyMap<string, readonly RowNotice[]>;
}

const wordsOf = (kind: Noticed, many: number): string => {
  const [one, several] = kind === 'refused' ? ['cannot be used', 'cannot be used'] : NOTICE_WORDS[kind];
  return `${many.toLocaleString('en')} ${many === 1 ? one : several}`;
};

/** What was noticed, counted by kind; each kind, or all, is stepped through. */
export function NoticedKinds({ rows, notices }: NoticedKindsProps) {
  const kind = useLookOver((state) => state.kind);
  const counts = countNoticed(rows, notices);
  if (counts.size === 0) return null;
  return (
    <div className={styles.kinds} role="group" aria-label="What was noticed">
      {[...counts].map(([each, many]) => (
        <Button
          key={each}
          pressed={kind === each}
          title="Go to the next of them (.)"
          onClick={() => stepNoticed(1, each)}
        >
          {wordsOf(each, many)}
        </Button>
      ))}
      <span>
        <IconButton
          label="Go to the one before with something noticed"
          shortcut=","
          onClick={() => stepNoticed(-1)}
        >
          <ChevronUp size={17} aria-hidden />
        </IconButton>
        <IconButton label="Go to the next with something noticed" shortcut="." onClick={() => stepNoticed(1)}>
          <ChevronDown size={17} aria-hidden />
        </IconButton>
      </span>
    </div>
  );
}
