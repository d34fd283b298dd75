import { createRoom, storeFactory } from '../room';

/** What is chosen. */
export interface SelectionState {
  /** Chosen poses, by id. */
  readonly chosen: ReadonlySet<string>;
  /** Chosen cues, by id. */
  readonly chosenCues: ReadonlySet<string>;
  /** The pose that a choice with shift starts from. */
  readonly anchor: string | undefined;
  /** A scene that was picked in the list and is never on screen; counts until the playhead leaves the frame. */
  readonly pickedScene: { readonly id: string; readonly frame: number } | undefined;
}

/** A selection of nothing. */
export const createSelection = storeFactory<SelectionState>(() => ({
  chosen: new Set(),
  chosenCues: new Set(),
  anchor: undefined,
  pickedScene: undefined,
}));

export const {
  now: selectionNow,
  set: setSelection,
  use: useSelection,
  subscribe: subscribeToSelection,
  enter: enterSelection,
} = createRoom(createSelection);
