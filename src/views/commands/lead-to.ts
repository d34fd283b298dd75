import { setShell, type Panel, type SoundPanel } from '../../state/shell/shell';
import { showSide, type Side } from '../../state/shell/layout';
import { showStage } from '../../state/shell/show-stage';
import type { Stage } from '../../state/shell/stages';

/** Where something is done by hand. */
export interface Place {
  readonly stage: Stage;
  readonly side?: Side;
  readonly panel?: Panel;
  readonly soundPanel?: SoundPanel;
  /** The words on or over the control. */
  readonly name: string;
}

/** A place is waited for no longer than so many repaints. */
const PATIENCE = 30;

const nameOf = (element: HTMLElement): string => {
  const labels = (element as HTMLInputElement).labels;
  return (element.ariaLabel ?? labels?.[0]?.textContent ?? element.textContent).trim();
};

const controlNamed = (name: string): HTMLElement | undefined =>
  [...document.querySelectorAll<HTMLElement>('main :is(button, input:not([type=file]), select)')].find(
    (element) => nameOf(element).startsWith(name) && element.checkVisibility(),
  );

/** Goes to where something is done, and puts the focus there. */
export function leadTo({ stage, side, panel, soundPanel, name }: Place): void {
  showStage(stage);
  setShell({ ...(panel ? { panel } : {}), ...(soundPanel ? { soundPanel } : {}) });
  if (side) showSide(side);
  let left = PATIENCE;
  const look = (): void => {
    const control = controlNamed(name);
    if (control) {
      control.scrollIntoView({ block: 'nearest' });
      control.focus();
      if (control instanceof HTMLInputElement) control.select();
    } else if (left-- > 0) requestAnimationFrame(look);
  };
  requestAnimationFrame(look);
}
