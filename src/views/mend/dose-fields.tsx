import type { DosedTool } from '../../core/film/mend-dose';
import type { Film } from '../../core/film/film';
import type { Amount } from '../../core/time/amount';
import { CheckField } from '../../kit/check-field';
import { SliderField } from '../../kit/slider-field';
import { doseOf, setDose, switchDose, tryDose } from '../../state/mend/doses';

const part = (label: string): Amount => ({ label, unit: '%', least: 0, most: 100, neutral: 100 });
const WORDS: Readonly<Record<DosedTool, { readonly all: string; readonly strength: Amount }>> = {
  framing: { all: 'All framings on', strength: part('Film strength') },
  colour: { all: 'All colours on', strength: part('Film strength') },
};

/** Switches all that a tool does to the film, and does it by a part. */
export function DoseFields({ film, tool, off }: { film: Film; tool: DosedTool; off: boolean }) {
  const dose = doseOf(film, tool);
  return (
    <>
      <CheckField
        label={WORDS[tool].all}
        checked={!dose.off}
        disabled={off}
        onChange={(on) => switchDose(tool, on)}
      />
      <SliderField
        amount={WORDS[tool].strength}
        step={1}
        value={dose.strength}
        onTry={(strength) => tryDose(tool, strength)}
        onCommit={(strength) => setDose(tool, strength)}
        disabled={off || dose.off === true}
      />
    </>
  );
}
