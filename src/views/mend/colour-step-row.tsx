import ChevronDown from 'lucide-react/icons/chevron-down';
import ChevronRight from 'lucide-react/icons/chevron-right';
import ChevronUp from 'lucide-react/icons/chevron-up';
import Pipette from 'lucide-react/icons/pipette';
import RotateCcw from 'lucide-react/icons/rotate-ccw';
import X from 'lucide-react/icons/x';
import { useState } from 'react';
import { amountsOf, labelOf, type ColourStep } from '../../core/picture/colour/colour-steps';
import { Button, IconButton } from '../../kit/button';
import { SelectField } from '../../kit/select-field';
import { SliderField } from '../../kit/slider-field';
import {
  freshStep,
  moveStep,
  removeStep,
  setNumbers,
  startPicking,
  stopPicking,
  switchStep,
  tryNumbers,
} from '../../state/mend/looks';
import { setMend, useMend, type Pick } from '../../state/mend/mend';
import styles from './mend.module.css';
import { CurveEditor } from './curve-editor';

interface ColourStepRowProps {
  readonly step: ColourStep;
  /** Its place in the stack, from 0, and how many there are. */
  readonly at: number;
  readonly count: number;
  readonly isOpen: boolean;
  readonly off: boolean;
}

/** What can be picked for a step, and what the button says. */
const PICKS: Readonly<Partial<Record<ColourStep['kind'], readonly (readonly [what: Pick, word: string])[]>>> =
  {
    levels: [
      ['black', 'Black'],
      ['white', 'White'],
    ],
    warmth: [['grey', 'Something grey']],
    vignette: [['centre', 'Centre']],
  };

/** One step of a stack: switched, moved, taken out; opened it shows what can be set. */
export function ColourStepRow({ step, at, count, isOpen, off }: ColourStepRowProps) {
  const label = step.kind === 'table' ? step.value.name : labelOf(step.kind);
  const isOn = !step.off;
  return (
    <li className={styles.step} data-off={step.off}>
      <div className={styles.stepHead}>
        <input
          type="checkbox"
          aria-label={`${label} on`}
          checked={isOn}
          disabled={off}
          onChange={(event) => switchStep(step, event.target.checked)}
        />
        <button
          type="button"
          className={styles.stepName}
          aria-expanded={isOpen}
          onClick={() => setMend({ openStep: isOpen ? undefined : step.id })}
        >
          {isOpen ? <ChevronDown size={15} aria-hidden /> : <ChevronRight size={15} aria-hidden />}
          {label}
        </button>
        <IconButton label={`${label} earlier`} disabled={off || at === 0} onClick={() => moveStep(step, -1)}>
          <ChevronUp size={15} aria-hidden />
        </IconButton>
        <IconButton
          label={`${label} later`}
          disabled={off || at === count - 1}
          onClick={() => moveStep(step, 1)}
        >
          <ChevronDown size={15} aria-hidden />
        </IconButton>
        <IconButton label={`Delete ${label}`} disabled={off} onClick={() => removeStep(step)}>
          <X size={15} aria-hidden />
        </IconButton>
      </div>
      {isOpen && (
        <div className={styles.stepBody}>
          {step.kind === 'curves' ? (
            <CurveEditor step={step} off={off} />
          ) : (
            <StepNumbers step={step} off={off} />
          )}
          <StepButtons step={step} off={off} />
        </div>
      )}
    </li>
  );
}

interface StepProps {
  readonly step: ColourStep;
  readonly off: boolean;
}

function StepButtons({ step, off }: StepProps) {
  const picking = useMend((state) => state.picking);
  return (
    <div className={styles.picks}>
      {PICKS[step.kind]?.map(([what, word]) => {
        const isPicking = picking?.stepId === step.id && picking.what === what;
        return (
          <Button
            key={what}
            pressed={isPicking}
            disabled={off}
            title={`Pick it from the picture: ${word.toLowerCase()}`}
            onClick={() => (isPicking ? stopPicking() : startPicking(step, what))}
          >
            <Pipette size={15} aria-hidden /> {word}
          </Button>
        );
      })}
      <Button disabled={off} onClick={() => freshStep(step)} title="Reset all of this step">
        <RotateCcw size={15} aria-hidden /> Reset step
      </Button>
    </div>
  );
}

/** Names such as `red-hue` belong to the group `red`; all others to none. */
const groupOf = (name: string): string => (name.includes('-') ? name.slice(0, name.indexOf('-')) : '');

const groupWords = (group: string): string =>
  group === '' ? 'All colours' : group.charAt(0).toUpperCase() + group.slice(1);

function StepNumbers({ step, off }: StepProps) {
  const amounts = Object.entries(amountsOf(step.kind));
  const groups = [...new Set(amounts.map(([name]) => groupOf(name)))];
  const [group = groups[0] ?? '', setGroup] = useState<string>();
  const value: Readonly<Record<string, unknown>> = { ...step.value };
  return (
    <>
      {groups.length > 1 && (
        <SelectField
          label="Of"
          beside
          value={group}
          options={groups.map((each) => ({ value: each, label: groupWords(each) }))}
          onChange={setGroup}
        />
      )}
      {amounts
        .filter(([name]) => groupOf(name) === group)
        .map(([name, amount]) => (
          <SliderField
            key={name}
            amount={amount}
            step={stepOf(amount.most - amount.least)}
            value={Number(value[name])}
            onTry={(next) => tryNumbers(step, { [name]: next })}
            onCommit={(next) => setNumbers(step, { [name]: next })}
            disabled={off}
          />
        ))}
    </>
  );
}

/** From one place of a slider to the next: hundreds are counted in ones. */
const stepOf = (range: number): number => (range > 20 ? 1 : 0.05);
