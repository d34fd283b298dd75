import { Slider } from '@base-ui/react/slider';
import { useState } from 'react';
import { parseAmount, signed, type Amount } from '../core/time/amount';
import styles from './slider-field.module.css';
import { TypedField } from './typed-field';

interface SliderFieldProps {
  readonly amount: Amount;
  /** From one place of the slider to the next. */
  readonly step: number;
  /** Undefined where what is chosen differs. */
  readonly value: number | undefined;
  /** Called while it is dragged: nothing is settled yet. */
  readonly onTry: (value: number) => void;
  readonly onCommit: (value: number) => void;
  readonly hint?: string;
  readonly disabled?: boolean;
}

/** A number to be dragged or typed. */
export function SliderField(props: SliderFieldProps) {
  const { amount, step, value, onTry, onCommit, hint, disabled = false } = props;
  const { label, does, unit, least, most, neutral } = amount;
  const [dragged, setDragged] = useState<number>();
  const shown = dragged ?? value;
  // Steps add up to numbers with many places.
  const rounded = (next: number): number => Math.round(next * 1000) / 1000;
  const signs = least < 0;
  const text = shown === undefined ? '' : signs ? signed(shown) : String(shown);
  return (
    <div className={styles.field} data-tip={does}>
      <TypedField
        label={label}
        text={text}
        parse={(typed) => parseAmount(typed, amount)}
        onCommit={onCommit}
        hint={hint}
        figures
        beside
        disabled={disabled}
      />
      <Slider.Root
        value={shown ?? neutral}
        min={least}
        max={most}
        step={step}
        disabled={disabled}
        className={styles.slider}
        onValueChange={(next) => {
          setDragged(rounded(next));
          onTry(rounded(next));
        }}
        onValueCommitted={(next) => {
          setDragged(undefined);
          onCommit(rounded(next));
        }}
      >
        <Slider.Control className={styles.control}>
          <Slider.Track className={styles.track}>
            <i
              className={styles.neutral}
              style={{ left: `${(100 * (neutral - least)) / (most - least)}%` }}
              aria-hidden
            />
            <Slider.Thumb
              className={shown === undefined ? `${styles.thumb} ${styles.several}` : styles.thumb}
              getAriaLabel={() => label}
              getAriaValueText={(_, each) =>
                shown === undefined ? 'they differ' : `${signs ? signed(each) : each} ${unit}`
              }
            />
          </Slider.Track>
        </Slider.Control>
      </Slider.Root>
    </div>
  );
}
