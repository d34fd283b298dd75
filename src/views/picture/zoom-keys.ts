import type { KeyboardEvent } from 'react';
import type { OwnZoom } from './use-own-zoom';

/** Does what keys do to a picture that is looked at by itself; gives whether it was one of them. */
export function zoomByKey(
  { key, shiftKey, ctrlKey, metaKey, altKey }: KeyboardEvent,
  zoom: OwnZoom,
): boolean {
  if (ctrlKey || metaKey || altKey) return false;
  const name = key.toLowerCase();
  if (name === 'i' && shiftKey) zoom.step(1);
  else if (name === 'o' && shiftKey) zoom.step(-1);
  else if (name === '0') zoom.showWhole();
  else if (name === 'z') zoom.togglePixels();
  else return false;
  return true;
}
