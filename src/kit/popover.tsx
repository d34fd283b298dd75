import { Popover as Base } from '@base-ui/react/popover';
import { useRef, useState, type ReactNode } from 'react';
import button from './button.module.css';
import { focusAfter } from './focus-after';
import styles from './popup.module.css';

interface PopoverProps {
  /** What it leads to, in plain words. */
  readonly label: string;
  /** What stands on the button. */
  readonly face: ReactNode;
  /** How a button with words looks; without it is one with a picture, which is named by the label. */
  readonly look?: string | undefined;
  /** Where the fields stand. */
  readonly side?: 'left' | 'right' | 'bottom';
  readonly disabled?: boolean;
  /** The fields; `close` puts them away. */
  readonly children: ReactNode | ((close: () => void) => ReactNode);
}

/** A button that shows a few fields beside it. */
export function Popover(props: PopoverProps) {
  const { label, face, look, side = 'left', disabled = false, children } = props;
  const [open, setOpen] = useState(false);
  // Who opened it by hand and closes it by Escape goes on with the film's keys.
  const isByHand = useRef(false);
  return (
    <Base.Root
      open={open}
      onOpenChange={(next, { event }) => {
        if (next) isByHand.current = event instanceof MouseEvent && event.detail > 0;
        setOpen(next);
      }}
    >
      <Base.Trigger
        className={look ?? `${button.button} ${button.icon} ${button.quiet}`}
        aria-label={look === undefined ? label : undefined}
        data-tip={label}
        disabled={disabled}
      >
        {face}
      </Base.Trigger>
      <Base.Portal>
        <Base.Positioner
          side={side}
          align="start"
          sideOffset={6}
          collisionPadding={8}
          className={styles.place}
        >
          <Base.Popup
            finalFocus={(closedBy) => !isByHand.current && focusAfter(closedBy)}
            className={styles.popup}
            aria-label={label}
          >
            {typeof children === 'function' ? children(() => setOpen(false)) : children}
          </Base.Popup>
        </Base.Positioner>
      </Base.Portal>
    </Base.Root>
  );
}
