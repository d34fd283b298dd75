import type { Lane } from '../../core/film/sound';
import { levelWords, parseLevel } from '../../core/sound/level';
import { Popover } from '../../kit/popover';
import { TypedField } from '../../kit/typed-field';
import { changeLane } from '../../state/sound/cues';
import styles from './lanes.module.css';

interface LaneLevelProps {
  readonly lane: Lane;
  /** Whether there is room for the level under the name. */
  readonly tall: boolean;
  readonly disabled: boolean;
}

/** Name and level of a lane, and beside them the field that sets it. */
export function LaneLevel({ lane, tall, disabled }: LaneLevelProps) {
  return (
    <Popover
      label={`Level of ${lane.name}, ${levelWords(lane.level)}`}
      look={styles.laneWords}
      side="right"
      disabled={disabled}
      face={
        <>
          <span className={styles.unseen}>Level of </span>
          <span className={styles.laneName}>{lane.name}</span>{' '}
          <span className={tall ? styles.laneLevel : styles.unseen}>{levelWords(lane.level)}</span>
        </>
      }
    >
      {(close) => (
        <TypedField
          label={`Level of ${lane.name}`}
          figures
          text={String(lane.level)}
          parse={parseLevel}
          preview={levelWords}
          onCommit={(level) => {
            changeLane(lane.id, `${lane.name} at ${levelWords(level)}`, { level });
            close();
          }}
          hint="dB, −60 to +12"
        />
      )}
    </Popover>
  );
}
