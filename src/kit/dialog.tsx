import X from 'lucide-react/icons/x';
import { useEffect, useId, useRef, type KeyboardEvent, type ReactNode } from 'react';
import { IconButton } from './button';
import styles from './dialog.module.css';

interface DialogProps {
  readonly title: string;
  readonly onClose: () => void;
  /** For pictures rather than words. */
  readonly wide?: boolean;
  /** Further controls of the title bar, before the close button. */
  readonly aside?: ReactNode;
  /** Keys pressed anywhere within, Escape aside. */
  readonly onKeyDown?: ((event: KeyboardEvent) => void) | undefined;
  readonly children: ReactNode;
}

/** What a person came for: the first thing to type in or to press, not the cross. */
const firstOf = (dialog: HTMLElement): HTMLElement | null =>
  dialog.querySelector<HTMLElement>(`.${styles.body} :is(input, select, textarea, button):not(:disabled)`);

/** A modal dialog; shown for as long as it is rendered. Escape and the cross close it. */
export function Dialog({ title, onClose, wide = false, aside, onKeyDown, children }: DialogProps) {
  const ref = useRef<HTMLDialogElement>(null);
  const id = useId();
  useEffect(() => {
    const dialog = ref.current;
    if (dialog && !dialog.open) {
      dialog.showModal();
      firstOf(dialog)?.focus();
    }
    return () => dialog?.close();
  }, []);
  return (
    <dialog
      ref={ref}
      className={wide ? `${styles.dialog} ${styles.wide}` : styles.dialog}
      aria-labelledby={id}
      onClose={onClose}
      onKeyDown={onKeyDown}
    >
      <div className={styles.head}>
        <h2 id={id}>{title}</h2>
        <span>
          {aside}
          <IconButton label="Close" onClick={onClose}>
            <X size={18} aria-hidden />
          </IconButton>
        </span>
      </div>
      <div className={styles.body}>{children}</div>
    </dialog>
  );
}
