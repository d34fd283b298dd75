/** A key and what it does, for the handler and for the sheet of keys alike. */
export interface KeyBinding {
  /** As the sheet shows it. */
  readonly keys: string;
  readonly does: string;
  /** Everyday words that mean it before all else, for finding it. */
  readonly mainly?: string;
  /** Everyday words that mean it as well. */
  readonly also?: string;
  readonly matches: (event: KeyboardEvent) => boolean;
  readonly run: (event: KeyboardEvent) => void;
  /** Why it does nothing now, in a sentence, besides what its place asks for; undefined where it does. */
  readonly cannot?: () => string | undefined;
  /** For a key that does something only for as long as it is held: its name, and what ends it. */
  /** Whether what it does depends on the open tool: then it is no command, each tool has its own. */
  readonly byTool?: true;
  readonly held?: { readonly key: string; readonly release: () => void };
}

export const plain = (event: KeyboardEvent): boolean => !event.ctrlKey && !event.metaKey && !event.altKey;
export const withControl = (event: KeyboardEvent): boolean =>
  (event.ctrlKey || event.metaKey) && !event.altKey;
export const withAlt = (event: KeyboardEvent): boolean => event.altKey && !event.ctrlKey && !event.metaKey;
export const unshifted = (event: KeyboardEvent): boolean => plain(event) && !event.shiftKey;
export const shifted = (event: KeyboardEvent): boolean => plain(event) && event.shiftKey;

export const key =
  (name: string, when = plain) =>
  (event: KeyboardEvent): boolean =>
    event.key.toLowerCase() === name.toLowerCase() && when(event);

export const deleteKey = (event: KeyboardEvent): boolean =>
  plain(event) && (event.key === 'Delete' || event.key === 'Backspace');
