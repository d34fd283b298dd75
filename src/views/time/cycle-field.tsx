import { parsePasses } from '../../core/edits/cycle-edits';
import { WAY_WORDS } from '../../core/edits/collections';
import { CYCLE_WAYS, type Cycle, type CycleWay, type Film } from '../../core/film/film';
import { posesIn } from '../../core/film/items';
import { scheduleOf } from '../../core/film/schedule';
import { sequenceOf } from '../../core/film/sequence';
import { count, formatLength } from '../../core/time/format';
import { Button } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { cycleOf, passOnScreen, setCycle, takePassOut, unrollCycle } from '../../state/poses/cycles';
import { useTransport } from '../../state/transport/transport';
import styles from './time.module.css';

const WAYS = CYCLE_WAYS.map((way) => ({ value: way, label: WAY_WORDS[way] }));

interface CycleFieldProps {
  readonly film: Film;
  readonly poseIds: readonly string[];
  readonly disabled: boolean;
}

/** Sets the cycle that the chosen poses stand in. */
export function CycleField({ film, poseIds, disabled }: CycleFieldProps) {
  const cycle = cycleOf(film, poseIds);
  const whole = cycle && posesIn(cycle.items).length === poseIds.length;
  if (!cycle) return null;
  return (
    <div className={styles.cycle} role="group" aria-label="Cycle">
      <CycleSettings film={film} cycle={cycle} disabled={disabled} />
      {whole && poseIds.length > 1 && (
        <p className={styles.together}>“Make a cycle” repeats this cycle as a whole.</p>
      )}
    </div>
  );
}

function CycleSettings({
  film,
  cycle,
  disabled,
}: Omit<CycleFieldProps, 'poseIds'> & { readonly cycle: Cycle }) {
  useTransport((state) => (state.playing ? undefined : state.frame));
  const pass = passOnScreen(film, cycle) % cycle.times;
  const { frames } = sequenceOf([cycle]);
  const { id, times, way, endsTwice } = cycle;
  const depth = scheduleOf(film).cycles.find((each) => each.cycle.id === id)?.depth ?? 0;
  return (
    <>
      <h3>
        Cycle of {count(posesIn(cycle.items).length, 'pose')}
        {depth > 0 && ', inside another cycle'}
        {cycle.items.some((item) => 'items' in item) && ', with a cycle inside'}
      </h3>
      <TypedField
        label="Passes"
        figures
        text={String(times)}
        parse={parsePasses}
        preview={(value) => formatLength((frames / times) * value, film.settings.rate)}
        onCommit={(value) => setCycle(id, { times: value })}
        disabled={disabled}
        hint={formatLength(frames, film.settings.rate)}
      />
      <SelectField
        label="Way"
        value={way}
        options={WAYS}
        disabled={disabled}
        onChange={(value) => setCycle(id, { way: value as CycleWay })}
      />
      {way === 'there-and-back' && (
        <CheckField
          label="Show the poses at the ends twice"
          checked={endsTwice}
          onChange={(value) => setCycle(id, { endsTwice: value })}
        />
      )}
      <div className={styles.row}>
        <Button
          disabled={disabled}
          onClick={() => unrollCycle(id)}
          title="Turn all passes into plain poses (Shift C)"
        >
          Unroll
        </Button>
        <Button
          disabled={disabled}
          onClick={() => takePassOut(id, pass)}
          title="Turn this pass into plain poses to edit"
        >
          Unroll pass {pass + 1}
        </Button>
      </div>
    </>
  );
}
