import type { History } from '../../core/edits/history';
import type { Film } from '../../core/film/film';
import { createRoom, storeFactory } from '../room';

/** Whether what was done is kept in this browser. */
export type Keeping =
  | { readonly kind: 'kept' | 'keeping' | 'read-only' }
  | { readonly kind: 'not-kept'; readonly problem: string };

/** The open film, what was done to it, and whether that is kept. */
export interface DocumentState {
  readonly history: History | undefined;
  readonly keeping: Keeping;
  /** False where another tab has the film. */
  readonly canWrite: boolean;
}

/** A document without a film. */
export const createDocument = storeFactory<DocumentState>(() => ({
  history: undefined,
  keeping: { kind: 'kept' },
  canWrite: true,
}));

export const {
  now: documentNow,
  set: setDocument,
  use: useDocument,
  subscribe: subscribeToDocument,
  enter: enterDocument,
} = createRoom(createDocument);

/** The open film; undefined on the shelf. */
export const openFilm = (): Film | undefined => documentNow().history?.film;

/** The open film, followed by a view; undefined on the shelf. */
export const useFilm = (): Film | undefined => useDocument((state) => state.history?.film);
