import type { LucideIcon } from 'lucide-react';
import type { ReactNode } from 'react';
import { Button } from './button';
import styles from './tools.module.css';

/** Something that can be done, with a word for it. */
export interface Tool {
  /** On the button. */
  readonly word: string;
  /** All of it, for the tip: what happens then. */
  readonly label: string;
  readonly shortcut?: string;
  readonly icon: LucideIcon;
  readonly run: () => unknown;
  readonly off?: boolean;
}

interface ToolsProps {
  /** What they are done with. */
  readonly label: string;
  readonly tools: readonly Tool[];
  readonly disabled?: boolean;
  /** A further button, such as one that chooses a file. */
  readonly children?: ReactNode;
}

/** Buttons with a picture and a word each, two beside each other. */
export function Tools({ label, tools, disabled = false, children }: ToolsProps) {
  return (
    <div className={styles.tools} role="group" aria-label={label}>
      {tools.map(({ word, label: more, shortcut, icon: Icon, run, off = false }) => (
        <Button
          key={word}
          disabled={disabled || off}
          title={shortcut === undefined ? more : `${more} (${shortcut})`}
          onClick={() => void run()}
        >
          <Icon size={16} aria-hidden /> {word}
        </Button>
      ))}
      {children}
    </div>
  );
}
