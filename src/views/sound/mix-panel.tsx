import { ArrowDown, ArrowUp, Plus, Trash2 } from 'lucide-react';
import { useState } from 'react';
import { LANE_KINDS, type Lane, type LaneKind } from '../../core/film/sound';
import { type Ducking } from '../../core/sound/ducking';
import { CEILINGS, levelWords, loudnessWords, parseLevel } from '../../core/sound/level';
import { err, ok, type Result } from '../../core/time/result';
import { Button } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { Actions } from '../../kit/actions';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { addLane, changeLane, moveLane, removeLane, setMix } from '../../state/sound/cues';
import { bringToLoudness, measureLoudness, useMeasured } from '../../state/sound/loudness';
import { useDocument, useFilm } from '../../state/document/document';
import { Meter } from './meter';
import styles from './sound.module.css';

const KIND_WORDS: Readonly<Record<LaneKind, string>> = {
  dialogue: 'Dialogue',
  effects: 'Effects',
  music: 'Music',
  ambience: 'Ambience',
};

const TARGETS = [-14, -16, -23];
const LOUDNESS = { least: -40, most: -8 };
const AMOUNTS = { least: -60, most: 0 };
/** About −14 dB under a voice is common practice; a little less, since the ambience lies lower already. */
const FIRST_STEP_BACK: Ducking = { amount: -12, attack: 0.3, release: 0.6 };

/** Reads a short time in seconds, such as `0.3s`. */
function parseTime(text: string): Result<number> {
  const typed = text.trim().toLowerCase().replace(',', '.').replace(/\s*s$/, '');
  const value = Number(typed);
  return typed !== '' && value >= 0 && value <= 10
    ? ok(Math.round(value * 1000) / 1000)
    : err(`“${text}” is not such a time. Type seconds from 0 to 10, such as 0.3s.`);
}

/** Lanes and their levels, the level of the whole, and its loudness. */
export function MixPanel() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  const { measured, busy } = useMeasured();
  if (!film) return null;
  const { mix } = film;
  const off = !canWrite;
  return (
    <section className={styles.panel} aria-label="Mix">
      <Meter />
      <h2>Lanes</h2>
      <ul className={styles.lanes}>
        {film.lanes.map((lane, i) => (
          <LaneItem
            key={lane.id}
            lane={lane}
            first={i === 0}
            last={i === film.lanes.length - 1}
            disabled={off}
          />
        ))}
      </ul>
      <AddLane disabled={off} />
      <h2>The whole</h2>
      <Pair>
        <TypedField
          label="Gain"
          figures
          text={String(Math.round(mix.gain * 10) / 10)}
          parse={(text) => parseLevel(text, { least: -60, most: 60 })}
          onCommit={(gain) => setMix({ gain })}
          disabled={off}
          hint="dB"
        />
        <TypedField
          label="True peak"
          figures
          text={String(mix.ceiling)}
          parse={(text) => parseLevel(text, CEILINGS)}
          onCommit={(ceiling) => setMix({ ceiling })}
          disabled={off}
          hint="dBTP at most"
        />
      </Pair>
      <p className={styles.facts} data-testid="loudness" role="status">
        {busy !== undefined
          ? `Measuring, ${Math.round(busy * 100)} %`
          : measured && measured.film === film
            ? `${loudnessWords(measured.loudness.integrated)}, true peak ${loudnessWords(measured.loudness.truePeak, 'dBTP')}`
            : 'Loudness not measured yet.'}
      </p>
      <Button disabled={busy !== undefined} onClick={() => void measureLoudness()}>
        Measure the loudness
      </Button>
      <div className={styles.targets} role="group" aria-label="Bring the film to a loudness">
        {TARGETS.map((target) => (
          <Button
            key={target}
            disabled={off || busy !== undefined}
            onClick={() => void bringToLoudness(target)}
            title={`Bring the film to ${levelWords(target)} LUFS`.replace(' dB', '')}
          >
            {String(target).replace('-', '−')}
          </Button>
        ))}
      </div>
      <TypedField
        label="Bring the film to"
        figures
        text=""
        parse={(text) => parseLevel(text.replace(/lufs/i, ''), LOUDNESS)}
        onCommit={(target) => void bringToLoudness(target)}
        disabled={off || busy !== undefined}
        hint="LUFS, such as −16"
      />
      <CheckField
        label="Music and ambience step back under dialogue"
        checked={mix.stepBack !== undefined}
        onChange={(on) => setMix({ stepBack: on ? FIRST_STEP_BACK : undefined })}
      />
      {mix.stepBack && <StepBackFields stepBack={mix.stepBack} disabled={off} />}
    </section>
  );
}

interface StepBackFieldsProps {
  readonly stepBack: Ducking;
  readonly disabled: boolean;
}

function StepBackFields({ stepBack, disabled }: StepBackFieldsProps) {
  const set = (marks: Partial<Ducking>): void => setMix({ stepBack: { ...stepBack, ...marks } });
  return (
    <>
      <TypedField
        label="Step back by"
        figures
        text={String(stepBack.amount)}
        parse={(text) => parseLevel(text, AMOUNTS)}
        onCommit={(amount) => set({ amount })}
        disabled={disabled}
        hint="dB, 0 or below"
      />
      <Pair label="Stepping back">
        <TypedField
          label="Going down"
          figures
          text={`${stepBack.attack}s`}
          parse={parseTime}
          onCommit={(attack) => set({ attack })}
          disabled={disabled}
          hint="before it"
        />
        <TypedField
          label="Coming back"
          figures
          text={`${stepBack.release}s`}
          parse={parseTime}
          onCommit={(release) => set({ release })}
          disabled={disabled}
          hint="after it"
        />
      </Pair>
    </>
  );
}

interface LaneItemProps {
  readonly lane: Lane;
  readonly first: boolean;
  readonly last: boolean;
  readonly disabled: boolean;
}

function LaneItem({ lane, first, last, disabled }: LaneItemProps) {
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
          onCommit={(level) => changeLane(lane.id, `${lane.name} at ${level} dB`, { level })}
          disabled={disabled}
        />
      </Pair>
      <Actions
        label={`The lane ${lane.name}`}
        small
        disabled={disabled}
        deeds={[
          { label: `${lane.name} up`, icon: ArrowUp, run: () => moveLane(lane.id, -1), off: first },
          { label: `${lane.name} down`, icon: ArrowDown, run: () => moveLane(lane.id, 1), off: last },
          { label: `Take ${lane.name} away`, icon: Trash2, run: () => removeLane(lane.id) },
        ]}
      />
    </li>
  );
}

function AddLane({ disabled }: { readonly disabled: boolean }) {
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
