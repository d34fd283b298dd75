import type { ButtonHTMLAttributes, ReactNode } from 'react';
import styles from './button.module.css';

interface ButtonProps extends Omit<ButtonHTMLAttributes<HTMLButtonElement>, 'className' | 'title'> {
  /** `main` for the one thing to do here, `quiet` for what stands beside the work. */
  readonly variant?: 'plain' | 'main' | 'quiet';
  /** For buttons that stay pressed. */
  readonly pressed?: boolean | undefined;
  /** More about what it does, told as a tip. */
  readonly title?: string | undefined;
  readonly children: ReactNode;
}

export function Button({ variant = 'plain', pressed, title, children, ...rest }: ButtonProps) {
  const classes = [styles.button, variant !== 'plain' && styles[variant], pressed && styles.pressed];
  return (
    <button
      type="button"
      aria-pressed={pressed}
      data-tip={title}
      className={classes.filter(Boolean).join(' ')}
      {...rest}
    >
      {children}
    </button>
  );
}

interface IconButtonProps extends Omit<ButtonProps, 'children' | 'title'> {
  /** What the button does, in plain words; also shown as a tip. */
  readonly label: string;
  /** The key that does the same, for the tip. */
  readonly shortcut?: string;
  readonly children: ReactNode;
}

/** A button that shows a picture only. */
export function IconButton({
  label,
  shortcut,
  variant = 'quiet',
  pressed,
  children,
  ...rest
}: IconButtonProps) {
  const classes = [
    styles.button,
    styles.icon,
    variant !== 'plain' && styles[variant],
    pressed && styles.pressed,
  ];
  return (
    <button
      type="button"
      aria-label={label}
      aria-pressed={pressed}
      data-tip={shortcut ? `${label} (${shortcut})` : label}
      className={classes.filter(Boolean).join(' ')}
      {...rest}
    >
      {children}
    </button>
  );
}
