import ChevronDown from 'lucide-react/icons/chevron-down';
import ChevronRight from 'lucide-react/icons/chevron-right';
import Headphones from 'lucide-react/icons/headphones';
import VolumeX from 'lucide-react/icons/volume-x';
import { changeLane } from '../../state/sound/cues';
import { useDocument } from '../../state/document/document';
import { HAS_LEVEL, type LaneRow } from './lane-layout';
import { LaneLevel } from './lane-level';
import styles from './lanes.module.css';

/** Beside each lane its name and level, and whether it is heard. */
export function LaneHeads({ rows }: { readonly rows: readonly LaneRow[] }) {
  const canWrite = useDocument((state) => state.canWrite);
  return rows.map(({ lane, top, height }) => (
    <div
      key={lane.id}
      className={styles.head}
      data-kind={lane.kind}
      style={{ top, height }}
      role="group"
      aria-label={lane.name}
    >
      <button
        type="button"
        className={styles.fold}
        aria-expanded={!lane.folded}
        aria-label={lane.folded ? `Unfold ${lane.name}` : `Fold ${lane.name}`}
        disabled={!canWrite}
        onClick={() =>
          changeLane(lane.id, `${lane.name} ${lane.folded ? 'unfolded' : 'folded'}`, {
            folded: lane.folded ? undefined : true,
          })
        }
      >
        {lane.folded ? <ChevronRight size={13} aria-hidden /> : <ChevronDown size={13} aria-hidden />}
      </button>
      <LaneLevel lane={lane} tall={height >= HAS_LEVEL} disabled={!canWrite} />
      <button
        type="button"
        className={styles.hear}
        aria-pressed={lane.muted ?? false}
        aria-label={`Mute ${lane.name}`}
        data-tip={`Mute ${lane.name}`}
        disabled={!canWrite}
        onClick={() =>
          changeLane(lane.id, `${lane.name} ${lane.muted ? 'unmuted' : 'muted'}`, {
            muted: lane.muted ? undefined : true,
          })
        }
      >
        <VolumeX size={14} aria-hidden />
      </button>
      <button
        type="button"
        className={styles.hear}
        aria-pressed={lane.solo ?? false}
        aria-label={`Solo ${lane.name}`}
        data-tip={`Solo ${lane.name}`}
        disabled={!canWrite}
        onClick={() =>
          changeLane(lane.id, `${lane.name} ${lane.solo ? 'solo off' : 'solo on'}`, {
            solo: lane.solo ? undefined : true,
          })
        }
      >
        <Headphones size={14} aria-hidden />
      </button>
    </div>
  ));
}
