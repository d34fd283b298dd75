import { useId } from 'react';
import styles from './field.module.css';

interface SelectFieldProps {
  readonly label: string;
  readonly value: string;
  readonly options: readonly { readonly value: string; readonly label: string }[];
  readonly onChange: (value: string) => void;
  readonly hint?: string;
  /** Whether the field stands beside its label, not under it. */
  readonly beside?: boolean;
  readonly disabled?: boolean;
}

export function SelectField(props: SelectFieldProps) {
  const { label, value, options, onChange, hint, beside = false, disabled = false } = props;
  const id = useId();
  return (
    <div className={beside ? `${styles.field} ${styles.wide}` : styles.field}>
      <label className={styles.label} htmlFor={id}>
        {label}
      </label>
      <select
        id={id}
        className={styles.input}
        value={value}
        disabled={disabled}
        aria-describedby={hint ? `${id}-hint` : undefined}
        onChange={(event) => onChange(event.target.value)}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
      {hint && (
        <span id={`${id}-hint`} className={styles.hint}>
          {hint}
        </span>
      )}
    </div>
  );
}
