import { Columns3, Contrast, Ghost, IterationCw } from 'lucide-react';
import { IconButton } from '../../kit/button';
import {
  MOST_GHOSTS,
  setCompare,
  toggleAgainst,
  toggleGhost,
  toggleNeighbours,
  useCompare,
} from '../../state/transport/compare';
import styles from './picture.module.css';

const STEPS = Array.from({ length: MOST_GHOSTS + 1 }, (_, i) => i);

/** Ways to compare the pose on screen with others. */
export function CompareBar() {
  const { ghostsBefore, ghostsAfter, strength, neighbours, against } = useCompare();
  const ghosts = ghostsBefore + ghostsAfter > 0;
  return (
    <div className={styles.compare} role="group" aria-label="Compare">
      {ghosts && (
        <>
          <GhostCount
            label="Ghosts of poses before"
            value={ghostsBefore}
            onChange={(ghostsBefore) => setCompare({ ghostsBefore })}
          />
          <GhostCount
            label="Ghosts of poses after"
            value={ghostsAfter}
            onChange={(ghostsAfter) => setCompare({ ghostsAfter })}
          />
          <input
            type="range"
            aria-label="Strength of the ghosts"
            title="Strength of the ghosts"
            min={0.1}
            max={0.8}
            step={0.05}
            value={strength}
            onChange={(event) => setCompare({ strength: Number(event.target.value) })}
          />
        </>
      )}
      <IconButton label="Ghost of the neighbours" shortcut="G" pressed={ghosts} onClick={toggleGhost}>
        <Ghost size={17} aria-hidden />
      </IconButton>
      <IconButton
        label="Pose before and after beside it"
        shortcut="Q"
        pressed={neighbours}
        onClick={toggleNeighbours}
      >
        <Columns3 size={17} aria-hidden />
      </IconButton>
      <IconButton
        label="Difference from the pose before"
        shortcut="D"
        pressed={against === 'difference'}
        onClick={() => toggleAgainst('difference')}
      >
        <Contrast size={17} aria-hidden />
      </IconButton>
      <IconButton
        label="Last against first, for a loop"
        shortcut="Shift L"
        pressed={against === 'first-last'}
        onClick={() => toggleAgainst('first-last')}
      >
        <IterationCw size={17} aria-hidden />
      </IconButton>
    </div>
  );
}

interface GhostCountProps {
  readonly label: string;
  readonly value: number;
  readonly onChange: (value: number) => void;
}

function GhostCount({ label, value, onChange }: GhostCountProps) {
  return (
    <select
      aria-label={label}
      title={label}
      value={value}
      onChange={(event) => onChange(Number(event.target.value))}
    >
      {STEPS.map((step) => (
        <option key={step} value={step}>
          {step}
        </option>
      ))}
    </select>
  );
}
