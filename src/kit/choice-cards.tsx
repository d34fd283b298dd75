import { useId } from 'react';
import styles from './choice-cards.module.css';

interface ChoiceCardsProps<T extends string> {
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly value: T; readonly label: string; readonly words: string }[];
  readonly onChange: (value: T) => void;
  readonly disabled?: boolean;
}

/** One of a few, each with a sentence about what it does. */
export function ChoiceCards<T extends string>({
  label,
  value,
  options,
  onChange,
  disabled,
}: ChoiceCardsProps<T>) {
  const name = useId();
  return (
    <fieldset className={styles.group} disabled={disabled}>
      <legend className={styles.legend}>{label}</legend>
      {options.map((option) => (
        <label key={option.value} className={styles.card}>
          <input
            type="radio"
            name={name}
            checked={option.value === value}
            onChange={() => onChange(option.value)}
          />
          <span>
            {option.label}. <small>{option.words}</small>
          </span>
        </label>
      ))}
    </fieldset>
  );
}
