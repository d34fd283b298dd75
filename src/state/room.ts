import { useSyncExternalStore } from 'react';
import { createStore, type StoreApi } from 'zustand';

/** A room of the state, as those who use it see it, whichever store stands behind it now. */
export interface Room<S> {
  /** The state as it is. */
  readonly now: () => S;
  /** Changes some of it. Views do so only with what is on screen: the shell. */
  readonly set: (change: Partial<S> | ((state: S) => Partial<S>)) => void;
  /** A part of it, followed by a view. */
  readonly use: <T>(select: (state: S) => T) => T;
  /** Hears of each change, and of another store that is entered, until the function given back is called. */
  readonly subscribe: (listener: (now: S, before: S) => void) => () => void;
  /** Lets another store stand behind it. */
  readonly enter: (store: StoreApi<S>) => void;
}

/** Makes stores of a room, each with nothing in it yet. */
export const storeFactory =
  <S>(nothingYet: () => S) =>
  (): StoreApi<S> =>
    createStore<S>(nothingYet);

/** A room with a store from its factory behind it. The rooms of the app live as long as the page. */
export function createRoom<S>(create: () => StoreApi<S>): Room<S> {
  let store = create();
  const listeners = new Set<(now: S, before: S) => void>();
  const notify = (now: S, before: S): void => {
    for (const listener of listeners) listener(now, before);
  };
  let leave = store.subscribe(notify);
  const now = (): S => store.getState();
  const subscribe: Room<S>['subscribe'] = (listener) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  return {
    now,
    set: (change) => store.setState(change),
    use: (select) =>
      useSyncExternalStore(
        subscribe,
        () => select(now()),
        () => select(now()),
      ),
    subscribe,
    enter: (next) => {
      leave();
      const before = now();
      store = next;
      leave = store.subscribe(notify);
      notify(now(), before);
    },
  };
}
