import { lazy, useState, type ComponentType } from 'react';

/** A view whose code is fetched when it is wanted. */
export interface FetchedView<P extends object> {
  readonly View: ComponentType<P>;
  /** Fetches its code ahead. Rejects where the server cannot be reached. */
  readonly fetch: () => Promise<unknown>;
}

/**
 * A view whose code is fetched when it is first shown. Where that was fetched ahead, it is shown at once: what is typed
 * right behind the key that shows it has somewhere to go.
 */
export function fetchedView<P extends object>(load: () => Promise<ComponentType<P>>): FetchedView<P> {
  let loaded: ComponentType<P> | undefined;
  const fetch = async (): Promise<ComponentType<P>> => (loaded ??= await load());
  const Later = lazy(async () => ({ default: await fetch() }));
  return {
    fetch,
    View: function FetchedView(props: P) {
      // One of the two as long as it is shown: the other would begin anew.
      const [{ Shown }] = useState(() => ({ Shown: loaded ?? Later }));
      return <Shown {...props} />;
    },
  };
}
