import { addLayerEdit, layerEdit, moveLayerEdit, removeLayerEdit } from '../../../core/edits/draw-edits';
import type { Layer } from '../../../core/film/drawing';
import { newId } from '../../../engine/browser/new-id';
import { openFilm } from '../../document/document';
import { edit, tryEdit } from '../../document/edit-film';
import { setDraft } from '../../picture/shown-film';
import { tell } from '../../shell/shell';
import { chooseMarks, setDraw } from './draw';
import { activeLayer } from './drawn-pose';

/** Chooses the layer that is drawn on. */
export function chooseLayer(layerId: string): void {
  setDraw({ layerId });
  chooseMarks([]);
}

/** Puts a layer over the others, and draws on it from now on. */
export function addLayer(): void {
  const id = newId();
  if (tryEdit((film) => addLayerEdit(film, id))) chooseLayer(id);
}

/** Deletes a layer, with all that is drawn on it. */
export function removeLayer(id: string): void {
  const film = openFilm();
  if (film) edit(removeLayerEdit(film, id));
}

/** Puts a layer nearer, or further away. */
export function moveLayer(id: string, by: 1 | -1): void {
  const film = openFilm();
  const move = film && moveLayerEdit(film, id, by);
  if (move) edit(move);
}

/** Changes a layer. */
export const setLayer = (id: string, patch: Partial<Omit<Layer, 'id'>>): void => edit(layerEdit(id, patch));

/** Shows what a layer would look like so faint, without setting it. */
export const tryLayerOpacity = (id: string, opacity: number): void => setDraft(layerEdit(id, { opacity }));

/** Sets how faint a layer is. */
export function setLayerOpacity(id: string, opacity: number): void {
  setDraft(undefined);
  setLayer(id, { opacity: opacity === 100 ? undefined : opacity });
}

/** Hides the layer that is drawn on, or shows it again. */
export function toggleLayer(): void {
  const film = openFilm();
  const layer = film && activeLayer(film);
  if (layer) setLayer(layer.id, { off: layer.off ? undefined : true });
  else tell('Nothing is drawn in this film yet.');
}
