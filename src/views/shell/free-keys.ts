/** What is set by one click, and needs no keys after that. */
const SET_AT_ONCE = 'select, [type=checkbox], [type=radio]';

/**
 * Gives the keys back to the film after whatever was pressed, ticked or chosen by hand: Space plays and Enter takes a photo, whatever was
 * clicked last. Who goes by keys stays where they are. The function given back ends it.
 */
export function freeKeys(): () => void {
  const own = new AbortController();
  const { signal } = own;
  let isByHand = false;
  const free = (element: Element | null): void => {
    if (element instanceof HTMLElement && !element.closest('dialog')) element.blur();
  };
  const note = ({ type }: Event): void => {
    isByHand = type === 'pointerdown';
  };
  addEventListener('pointerdown', note, { capture: true, signal });
  addEventListener('keydown', note, { capture: true, signal });
  addEventListener(
    'click',
    ({ detail }: MouseEvent) => {
      const focused = document.activeElement;
      if (detail > 0 && focused instanceof HTMLButtonElement) free(focused);
    },
    { signal },
  );
  addEventListener(
    'change',
    ({ target }) => {
      if (isByHand && target instanceof HTMLElement && target.matches(SET_AT_ONCE)) free(target);
    },
    { signal },
  );
  return () => own.abort();
}
