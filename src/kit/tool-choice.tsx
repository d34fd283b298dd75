import type { LucideIcon } from 'lucide-react';
import { useEffect, useId, useRef, type ReactNode } from 'react';
import styles from './tool-choice.module.css';

/** One of several tools of which one is open at a time. */
export interface ChoosableTool<Id extends string> {
  readonly id: Id;
  readonly title: string;
  /** Tip of its sign, such as `Stop shaking and bumps`. */
  readonly does: string;
  readonly icon: LucideIcon;
  readonly body: ReactNode;
  /** A flaw in what the tool has done, shown as a red corner. */
  readonly flaw?: string;
}

interface ToolChoiceProps<Id extends string> {
  /** What they are tools of. */
  readonly label: string;
  readonly tools: readonly ChoosableTool<Id>[];
  readonly open: Id | undefined;
  readonly onOpen: (id: Id | undefined) => void;
}

/** A sign with a word for each tool, all in sight; under them the tool that is open. A press on its sign closes it. */
export function ToolChoice<Id extends string>({ label, tools, open, onOpen }: ToolChoiceProps<Id>) {
  const body = useId();
  const signs = useRef<HTMLDivElement>(null);
  const shown = tools.find(({ id }) => id === open);
  useEffect(() => {
    const column = signs.current?.closest('[data-scrolls]');
    if (column) column.scrollTop = 0;
  }, [open]);
  return (
    <>
      <h2 className={styles.unseen}>{label}</h2>
      <div ref={signs} className={styles.signs} role="group" aria-label={label}>
        {tools.map(({ id, title, does, icon: Icon, flaw }) => (
          <button
            key={id}
            type="button"
            aria-expanded={id === open}
            aria-controls={id === open ? body : undefined}
            aria-describedby={flaw && `${body}-${id}`}
            data-flaw={flaw && ''}
            data-tip={flaw ?? does}
            onClick={() => onOpen(id === open ? undefined : id)}
          >
            <Icon size={19} aria-hidden />
            {title}
            {flaw && (
              <span id={`${body}-${id}`} hidden>
                {flaw}
              </span>
            )}
          </button>
        ))}
      </div>
      {shown && (
        <section id={body} className={styles.open} aria-label={shown.title}>
          <h3 className={styles.unseen}>{shown.title}</h3>
          {shown.body}
        </section>
      )}
    </>
  );
}
