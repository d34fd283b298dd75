import { Tooltip } from '@base-ui/react/tooltip';
import { useEffect, useId, useRef, useState } from 'react';
import styles from './tips.module.css';

/** Milliseconds that a pointer rests, or a finger lies, before it is told what is under it. */
const RESTS = 450;

/** What has something to tell; of a name, nothing more than itself, only where it is cut short. */
function tipped(target: EventTarget | null): HTMLElement | undefined {
  const element = target instanceof Element ? target.closest<HTMLElement>('[data-tip]') : null;
  if (!element) return undefined;
  const isWhole =
    element.dataset['tip'] === element.textContent && element.scrollWidth <= element.clientWidth;
  return isWhole ? undefined : element;
}

/**
 * Tells what a control does, with its key, as a mouse rests on it, the keyboard comes to it, or a finger lies on it; one for
 * the page. Controls carry their words as `data-tip`.
 */
export function Tips() {
  const [over, setOver] = useState<HTMLElement>();
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => {
    let byFinger = false;
    /** Whether the tip has come for the finger that is down. */
    let isTold = false;
    const hide = (): void => {
      clearTimeout(timer.current);
      setOver(undefined);
    };
    const soon = (element: HTMLElement): void => {
      clearTimeout(timer.current);
      timer.current = setTimeout(() => {
        if (!element.isConnected) return;
        isTold = byFinger;
        setOver(element);
      }, RESTS);
    };
    const enter = (event: PointerEvent): void => {
      if (event.pointerType === 'touch') return;
      const element = tipped(event.target);
      if (element) soon(element);
      else hide();
    };
    const press = (event: PointerEvent): void => {
      hide();
      byFinger = event.pointerType === 'touch';
      isTold = false;
      const element = tipped(event.target);
      if (byFinger && element) soon(element);
    };
    const release = (): void => {
      // What a finger was told stays for as long as it takes to read it.
      if (byFinger) {
        clearTimeout(timer.current);
        timer.current = setTimeout(hide, 3 * RESTS);
      }
    };
    /** Swallows the click of a finger that rested until its tip came. The browser’s own long press takes longer than the tip. */
    const click = (event: MouseEvent): void => {
      // A key's click has no count.
      if (!isTold || event.detail === 0) return;
      isTold = false;
      event.preventDefault();
      event.stopImmediatePropagation();
    };
    const focus = (event: FocusEvent): void => {
      const element = tipped(event.target);
      if (element?.matches(':focus-visible')) soon(element);
      else hide();
    };
    const key = (event: KeyboardEvent): void => {
      if (event.key !== 'Tab') hide();
    };
    const listeners: readonly [string, EventListener][] = [
      ['pointerover', enter as EventListener],
      ['pointerdown', press as EventListener],
      ['pointerup', release],
      ['pointercancel', hide],
      ['click', click as EventListener],
      ['dragstart', hide],
      ['focusin', focus as EventListener],
      ['focusout', hide],
      ['keydown', key as EventListener],
      ['scroll', hide],
    ];
    for (const [name, listener] of listeners) document.addEventListener(name, listener, true);
    return () => {
      hide();
      for (const [name, listener] of listeners) document.removeEventListener(name, listener, true);
    };
  }, []);
  const id = useId();
  // Read out with the control, where it is not described otherwise.
  useEffect(() => {
    if (!over || over.hasAttribute('aria-describedby')) return undefined;
    over.setAttribute('aria-describedby', id);
    return () => over.removeAttribute('aria-describedby');
  }, [over, id]);
  const words = over?.dataset['tip'];
  if (!over || words === undefined) return null;
  // Over a dialog, where the control stands in one: that lies on top of the page.
  const container = over.closest<HTMLElement>('dialog') ?? document.body;
  return (
    <Tooltip.Root open>
      <Tooltip.Portal container={container}>
        <Tooltip.Positioner anchor={over} sideOffset={6} collisionPadding={6} className={styles.place}>
          <Tooltip.Popup id={id} className={styles.tip} role="tooltip">
            {words}
          </Tooltip.Popup>
        </Tooltip.Positioner>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}
