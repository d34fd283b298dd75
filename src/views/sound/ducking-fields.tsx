import { type Ducking } from '../../core/sound/ducking';
import { parseLevel } from '../../core/sound/level';
import { err, ok, type Result } from '../../core/time/result';
import { Pair } from '../../kit/pair';
import { TypedField } from '../../kit/typed-field';
import { setMix } from '../../state/sound/cues';

const AMOUNTS = { least: -60, most: 0 };

/** Reads a short time in seconds, such as `0.3s`. */
function parseTime(text: string): Result<number> {
  const typed = text.trim().toLowerCase().replace(',', '.').replace(/\s*s$/, '');
  const value = Number(typed);
  return typed !== '' && value >= 0 && value <= 10
    ? ok(Math.round(value * 1000) / 1000)
    : err(`“${text}” is not such a time. Type seconds from 0 to 10, such as 0.3s.`);
}

interface DuckingFieldsProps {
  readonly stepBack: Ducking;
  readonly disabled: boolean;
}

export function DuckingFields({ stepBack, disabled }: DuckingFieldsProps) {
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
