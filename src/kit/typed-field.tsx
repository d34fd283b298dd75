import { useId, useState } from 'react';
import type { Result } from '../core/time/result';
import styles from './field.module.css';

/** Letters that a field takes: no name in a film is longer. */
const LONGEST_TYPED = 1000;
/** So much of what was typed is named in a sentence about it. */
const LONGEST_NAMED = 60;

/** A problem that names what was typed, with the beginning of it where it is long. */
const shortened = (problem: string, typed: string): string =>
  typed.length <= LONGEST_NAMED ? problem : problem.replace(typed, `${typed.slice(0, LONGEST_NAMED)}…`);

interface TypedFieldProps<T> {
  readonly label: string;
  /** The value as text; shown anew whenever it changes. */
  readonly text: string;
  readonly parse: (text: string) => Result<T>;
  /** Called with what was typed, on Enter and on leaving the field, when it can be read and differs. */
  readonly onCommit: (value: T) => void;
  readonly hint?: string | undefined;
  /** What will come of what is being typed, shown before it is done. */
  readonly preview?: ((value: T) => string) | undefined;
  readonly figures?: boolean;
  /** Whether the field stands beside its label, not under it. */
  readonly beside?: boolean;
  readonly disabled?: boolean;
}

/** A field that takes effect as soon as it is left; what cannot be read gets a sentence and changes nothing. */
export function TypedField<T>(props: TypedFieldProps<T>) {
  const { label, text, parse, onCommit, hint, preview } = props;
  const { figures = false, beside = false, disabled = false } = props;
  // What was typed counts only for the text it was typed over: a change from elsewhere is shown at once.
  const [draft, setDraft] = useState<{ over: string; typed: string; problem?: string }>();
  const current = draft?.over === text ? draft : { over: text, typed: text };
  const { typed, problem } = current;
  const id = useId();

  const read = preview && typed !== text ? parse(typed) : undefined;
  const foreseen = read?.ok ? preview?.(read.value) : undefined;

  const commit = (): void => {
    if (typed === text) return setDraft(undefined);
    const outcome = parse(typed);
    setDraft(outcome.ok ? undefined : { ...current, problem: shortened(outcome.problem, typed) });
    if (outcome.ok) onCommit(outcome.value);
  };

  /** Enter takes what was typed. On the workbench it leaves the field with it: keys belong to the film again. */
  const enter = (input: HTMLInputElement): void => {
    const fine = typed === text || parse(typed).ok;
    if (fine && !input.closest('dialog')) return input.blur();
    commit();
    // What is typed next takes the place of what was refused.
    if (!fine) input.select();
  };

  return (
    <div className={beside ? `${styles.field} ${styles.beside}` : styles.field}>
      <label className={styles.label} htmlFor={id}>
        {label}
      </label>
      <input
        id={id}
        className={figures ? `${styles.input} ${styles.figures}` : styles.input}
        value={typed}
        disabled={disabled}
        maxLength={LONGEST_TYPED}
        autoComplete="off"
        spellCheck={false}
        aria-invalid={problem !== undefined}
        aria-describedby={`${id}-words`}
        // A figure is typed over as a whole: the press that comes to it puts no caret into it.
        onMouseDown={(event) => {
          if (!figures || document.activeElement === event.currentTarget) return;
          event.preventDefault();
          event.currentTarget.focus();
        }}
        onFocus={(event) => figures && event.currentTarget.select()}
        onChange={(event) => setDraft({ over: text, typed: event.target.value })}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') {
            // What comes of it may put the focus elsewhere, and the key must not press that.
            event.preventDefault();
            enter(event.currentTarget);
          }
          if (event.key === 'Escape' && typed !== text) {
            event.stopPropagation();
            event.preventDefault();
            setDraft(undefined);
          }
        }}
      />
      <span
        id={`${id}-words`}
        role={problem ? 'alert' : undefined}
        className={problem ? styles.problem : styles.hint}
      >
        {problem ? `${problem}${text === '' ? '' : ` Still ${text}.`}` : (foreseen ?? hint)}
      </span>
    </div>
  );
}
