import { useEffect, useId, useState } from 'react';
import type { Parsed } from '../core/time/parsed';
import styles from './field.module.css';

interface TypedFieldProps<T> {
  readonly label: string;
  /** The value as text; shown anew whenever it changes. */
  readonly text: string;
  readonly parse: (text: string) => Parsed<T>;
  /** Called with what was typed, on Enter and on leaving the field, when it can be read and differs. */
  readonly onCommit: (value: T) => void;
  readonly hint?: string | undefined;
  readonly figures?: boolean;
  readonly disabled?: boolean;
}

/** A field that takes effect as soon as it is left; what cannot be read gets a sentence and changes nothing. */
export function TypedField<T>(props: TypedFieldProps<T>) {
  const { label, text, parse, onCommit, hint, figures = false, disabled = false } = props;
  const [typed, setTyped] = useState(text);
  const [problem, setProblem] = useState<string>();
  const id = useId();
  useEffect(() => {
    setTyped(text);
    setProblem(undefined);
  }, [text]);

  const commit = (): void => {
    if (typed === text) return setProblem(undefined);
    const read = parse(typed);
    setProblem(read.ok ? undefined : read.problem);
    if (read.ok) onCommit(read.value);
  };

  return (
    <div className={styles.field}>
      <label className={styles.label} htmlFor={id}>
        {label}
      </label>
      <input
        id={id}
        className={figures ? `${styles.input} ${styles.figures}` : styles.input}
        value={typed}
        disabled={disabled}
        autoComplete="off"
        spellCheck={false}
        aria-invalid={problem !== undefined}
        aria-describedby={`${id}-words`}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') commit();
          if (event.key === 'Escape' && typed !== text) {
            event.stopPropagation();
            event.preventDefault();
            setTyped(text);
            setProblem(undefined);
          }
        }}
      />
      <span
        id={`${id}-words`}
        role={problem ? 'alert' : undefined}
        className={problem ? styles.problem : styles.hint}
      >
        {problem ? `${problem} Still ${text}.` : hint}
      </span>
    </div>
  );
}
