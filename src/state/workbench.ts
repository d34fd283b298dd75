import { createDocument, enterDocument } from './document/document';
import { createSelection, enterSelection } from './selection/selection';
import { createShell, enterShell } from './shell/shell';
import { pause } from './transport/play';
import { createTransport, enterTransport } from './transport/transport';

/** The stores of one place to work at: a tab has one, a test makes as many as it likes. */
export interface Workbench {
  readonly document: ReturnType<typeof createDocument>;
  readonly selection: ReturnType<typeof createSelection>;
  readonly transport: ReturnType<typeof createTransport>;
  readonly shell: ReturnType<typeof createShell>;
}

/** A workbench at which nothing was done yet. */
export const createWorkbench = (): Workbench => ({
  document: createDocument(),
  selection: createSelection(),
  transport: createTransport(),
  shell: createShell(),
});

/** Goes to a workbench: from here on the functions of `state` and the views work there. What plays is stopped; else the one before stays as it is. */
export function enterWorkbench({ document, selection, transport, shell }: Workbench): void {
  pause();
  enterDocument(document);
  enterSelection(selection);
  enterTransport(transport);
  enterShell(shell);
}
