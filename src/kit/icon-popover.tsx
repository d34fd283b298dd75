import { Popover } from '@base-ui/react/popover';
import type { ReactNode } from 'react';
import button from './button.module.css';
import { focusAfter } from './focus-after';
import styles from './popup.module.css';

interface IconPopoverProps {
  /** What it leads to, in plain words. */
  readonly label: string;
  readonly icon: ReactNode;
  /** Where the fields stand. */
  readonly side?: 'left' | 'bottom';
  readonly children: ReactNode;
}

/** A button with a picture that shows a few fields beside it. */
export function IconPopover({ label, icon, side = 'left', children }: IconPopoverProps) {
  return (
    <Popover.Root>
      <Popover.Trigger
        className={`${button.button} ${button.icon} ${button.quiet}`}
        aria-label={label}
        data-tip={label}
      >
        {icon}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Positioner
          side={side}
          align="start"
          sideOffset={6}
          collisionPadding={8}
          className={styles.place}
        >
          <Popover.Popup finalFocus={focusAfter} className={styles.popup} aria-label={label}>
            {children}
          </Popover.Popup>
        </Popover.Positioner>
      </Popover.Portal>
    </Popover.Root>
  );
}
