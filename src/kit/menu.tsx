import { Menu as Base } from '@base-ui/react/menu';
import type { ReactNode } from 'react';
import button from './button.module.css';
import { focusAfter } from './focus-after';
import styles from './menu.module.css';
import popup from './popup.module.css';

/** Something that a menu offers. */
export interface MenuItem {
  readonly label: string;
  readonly icon?: ReactNode;
  /** The key that does the same. */
  readonly shortcut?: string | undefined;
  readonly run: () => unknown;
  readonly off?: boolean;
  /** Set apart from those before it. */
  readonly begins?: boolean;
}

interface MenuProps {
  /** More about what it offers, told as a tip. */
  readonly label: string;
  readonly items: readonly MenuItem[];
  readonly variant?: 'plain' | 'quiet';
  readonly disabled?: boolean;
  /** What stands on the button. */
  readonly children: ReactNode;
}

/** A button with a list of things to do. */
export function Menu({ label, items, variant = 'quiet', disabled = false, children }: MenuProps) {
  return (
    <Base.Root>
      <Base.Trigger
        className={[button.button, variant === 'quiet' && button.quiet].filter(Boolean).join(' ')}
        data-tip={label}
        disabled={disabled}
      >
        {children}
      </Base.Trigger>
      <Base.Portal>
        <Base.Positioner align="start" sideOffset={4} collisionPadding={8} className={popup.place}>
          <Base.Popup finalFocus={focusAfter} className={styles.menu}>
            {items.map((item) => (
              <Base.Item
                key={item.label}
                className={item.begins ? `${styles.item} ${styles.begins}` : styles.item}
                disabled={item.off ?? false}
                onClick={() => void item.run()}
              >
                <span className={styles.icon}>{item.icon}</span>
                {item.label}
                {item.shortcut !== undefined && <kbd>{item.shortcut}</kbd>}
              </Base.Item>
            ))}
          </Base.Popup>
        </Base.Positioner>
      </Base.Portal>
    </Base.Root>
  );
}
