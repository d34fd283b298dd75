import type { DragEvent } from 'react';

/** Marks a drag as one of the tray's chosen photos; a type of our own, which no other program's drag has. */
const TYPE = 'application/x-kermis-photos';

export function startDraggingPhotos(event: DragEvent): void {
  event.dataTransfer.setData(TYPE, '');
  event.dataTransfer.effectAllowed = 'copy';
}

export const carriesPhotos = (event: DragEvent): boolean => event.dataTransfer.types.includes(TYPE);
