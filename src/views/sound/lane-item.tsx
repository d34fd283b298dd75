import ArrowDown from 'lucide-react/icons/arrow-down';
import ArrowUp from 'lucide-react/icons/arrow-up';
import Plus from 'lucide-react/icons/plus';
import Trash2 from 'lucide-react/icons/trash';
import { useState } from 'react';
import { LANE_KINDS, type Lane, type LaneKind } from '../../core/film/sound';
import { levelWords, parseLevel } from '../../core/sound/level';
import { ok } from '../../core/time/result';
import { Actions } from '../../kit/actions';
import { Button } from '../../kit/button';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { addLane, changeLane, moveLane, removeLane } from '../../state/sound/cues';
import styles from './sound.module.css';

const KIND_WORDS: Readonly<Record<LaneKind, string>> = {
  dialogue: 'Dialogue',
  effects: 'Effects',
  music: 'Music',
  ambience: 'Ambience',
};

interface LaneItemProps {
  readonly lane: Lane;
  readonly first: boolean;
  readonly last: boolean;
  readonly disabled: boolean;
}

export function LaneItem({ lane, first, last, disabled }: LaneItemProps) {
  return (
    <li>
      <Pair label={lane.name}>
        <TypedField
          label="Name"
          text={lane.name}
          parse={(text) => ok(text.trim().slice(0, 200) || lane.name)}
          onCommit={(name) => changeLane(lane.id, `Lane named ${name}`, { name })}
          disabled={disabled}
        />
        <TypedField
          label="Level"
          figures
          text={String(lane.level)}
          parse={parseLevel}
          preview={levelWords}
          onCommit={(level) => changeLane(lane.id, `${lane.name} at ${level} dB`, { level })}
          disabled={disabled}
        />
      </Pair>
      <Actions
        label={`The lane ${lane.name}`}
        disabled={disabled}
        actions={[
          { label: `${lane.name} up`, icon: ArrowUp, run: () => moveLane(lane.id, -1), off: first },
          { label: `${lane.name} down`, icon: ArrowDown, run: () => moveLane(lane.id, 1), off: last },
          { label: `Delete ${lane.name}`, icon: Trash2, run: () => removeLane(lane.id) },
        ]}
      />
    </li>
  );
}

export function AddLane({ disabled }: { readonly disabled: boolean }) {
  const [kind, setKind] = useState<LaneKind>('effects');
  return (
    <div className={styles.addLane}>
      <SelectField
        label="Another lane of"
        value={kind}
        options={LANE_KINDS.map((each) => ({ value: each, label: KIND_WORDS[each] }))}
        onChange={(next) => setKind(next as LaneKind)}
        disabled={disabled}
      />
      <Button disabled={disabled} onClick={() => addLane(kind, KIND_WORDS[kind])} aria-label="Add the lane">
        <Plus size={16} aria-hidden />
      </Button>
    </div>
  );
}
