import type { FilmSettings } from '../film/film';
import { batch, type Edit } from './edit';

/** What fills the edges that moved photos leave, in the whole film. */
export const edgesEdit = (edges: FilmSettings['edges']): Edit =>
  batch(edges === 'neighbour' ? 'Edges filled from the nearest photo' : 'Edges left to the background', [
    { kind: 'patch', of: 'settings', patch: { edges } },
  ]);
