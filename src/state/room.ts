import { createStore, useStore, type StoreApi } from 'zustand';

/** A room of the state, as those who use it see it, whichever store stands behind it now. */
export interface Room<S> {
  /** The state as it is. */
  readonly now: () => S;
  /** Changes some of it; for the functions of `state` only. */
  readonly set: (change: Partial<S> | ((state: S) => Partial<S>)) => void;
  /** A part of it, followed by a view. */
  readonly use: <T>(select: (state: S) => T) => T;
  /** Hears of each change, until the function given back is called. */
  readonly follow: (listener: (now: S, before: S) => void) => () => void;
  /** Lets another store stand behind it; who follows hears of the change. */
  readonly enter: (store: StoreApi<S>) => void;
}

/** Makes stores of a room, each with nothing in it yet. */
export const storeOf =
  <S>(nothingYet: () => S) =>
  (): StoreApi<S> =>
    createStore<S>(nothingYet);

/** A room with a store from its factory behind it. The rooms of the app live as long as the page. */
export function createRoom<S>(create: () => StoreApi<S>): Room<S> {
  let store = create();
  const listeners = new Set<(now: S, before: S) => void>();
  const tell = (now: S, before: S): void => {
    for (const listener of listeners) listener(now, before);
  };
  let leave = store.subscribe(tell);
  return {
    now: () => store.getState(),
    set: (change) => store.setState(change),
    use: (select) => useStore(store, select),
    follow: (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    enter: (next) => {
      leave();
      const before = store.getState();
      store = next;
      leave = store.subscribe(tell);
      tell(store.getState(), before);
    },
  };
}
