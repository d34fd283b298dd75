import SlidersHorizontal from 'lucide-react/icons/sliders-horizontal';
import { Popover } from '../../kit/popover';
import { SelectField } from '../../kit/select-field';
import { MOST_GHOSTS, setCompare, useCompare } from '../../state/transport/compare';
import styles from './picture.module.css';

const COUNTS = Array.from({ length: MOST_GHOSTS + 1 }, (_, i) => ({ value: String(i), label: String(i) }));

/** How many neighbours are seen through the picture, and how strongly. */
export function GhostSettings() {
  const { ghostsBefore, ghostsAfter, strength } = useCompare();
  return (
    <Popover label="Which ghosts, and how strong" face={<SlidersHorizontal size={15} aria-hidden />}>
      <div className={styles.ghosts}>
        <SelectField
          label="Ghosts of poses before"
          value={String(ghostsBefore)}
          options={COUNTS}
          onChange={(value) => setCompare({ ghostsBefore: Number(value) })}
        />
        <SelectField
          label="Ghosts of poses after"
          value={String(ghostsAfter)}
          options={COUNTS}
          onChange={(value) => setCompare({ ghostsAfter: Number(value) })}
        />
        <label>
          Strength of the ghosts
          <input
            type="range"
            min={0.1}
            max={0.8}
            step={0.05}
            value={strength}
            onChange={(event) => setCompare({ strength: Number(event.target.value) })}
          />
        </label>
      </div>
    </Popover>
  );
}
