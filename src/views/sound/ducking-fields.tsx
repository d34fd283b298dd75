import { type Ducking } from '../../core/sound/ducking';
import { parseLevel } from '../../core/sound/level';
import { parseAmount, type Amount } from '../../core/time/amount';
import { Pair } from '../../kit/pair';
import { TypedField } from '../../kit/typed-field';
import { setMix } from '../../state/sound/cues';

const AMOUNTS = { least: -60, most: 0 };

/** Reads a short time in seconds, such as `0.3s`. */
const TIME: Amount = { label: 'A time', unit: 'seconds', least: 0, most: 10, neutral: 0 };

interface DuckingFieldsProps {
  readonly stepBack: Ducking;
  readonly disabled: boolean;
}

export function DuckingFields({ stepBack, disabled }: DuckingFieldsProps) {
  const set = (marks: Partial<Ducking>): void => setMix({ stepBack: { ...stepBack, ...marks } });
  return (
    <>
      <TypedField
        label="Lower by"
        figures
        text={String(stepBack.amount)}
        parse={(text) => parseLevel(text, AMOUNTS)}
        onCommit={(amount) => set({ amount })}
        disabled={disabled}
        hint="dB, 0 or below"
      />
      <Pair label="Lowering">
        <TypedField
          label="Fade down"
          figures
          text={`${stepBack.attack}s`}
          parse={(text) => parseAmount(text, TIME)}
          onCommit={(attack) => set({ attack })}
          disabled={disabled}
          hint="before it"
        />
        <TypedField
          label="Fade up"
          figures
          text={`${stepBack.release}s`}
          parse={(text) => parseAmount(text, TIME)}
          onCommit={(release) => set({ release })}
          disabled={disabled}
          hint="after it"
        />
      </Pair>
    </>
  );
}
