import type { ComponentType } from 'react';
import { tell } from '../state/shell/shell';
import { fetchedView } from './fetched-view';

type FilmParts = typeof import('./film-parts');

let fetching: Promise<FilmParts> | undefined;
const views: (() => Promise<unknown>)[] = [];

/** Fetches, once, the code that only films need. Rejects where the server cannot be reached; the next call tries again. */
function fetchFilmParts(): Promise<FilmParts> {
  fetching ??= import('./film-parts').catch((error: unknown) => {
    fetching = undefined;
    throw error;
  });
  return fetching;
}

/** A view of that code, shown once it is there. */
export function filmPart<P extends object>(pick: (parts: FilmParts) => ComponentType<P>): ComponentType<P> {
  const { View, fetch } = fetchedView(async () => pick(await fetchFilmParts()));
  views.push(fetch);
  return View;
}

/** Does something with a film as soon as the code for it is there; says where it cannot be fetched. */
export function withFilmParts(act: (parts: FilmParts) => unknown): void {
  fetchFilmParts().then(
    async (parts) => {
      // All views of it are shown at once from here on.
      await Promise.all(views.map((fetch) => fetch()));
      act(parts);
    },
    () =>
      tell(
        'A part of Kermis could not be loaded. Check that its server runs, then reload this page.',
        'wrong',
      ),
  );
}
