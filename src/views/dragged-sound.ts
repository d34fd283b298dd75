import type { DragEvent } from 'react';

const TYPE = 'application/x-kermis-sound';

/** Marks a drag as one of a sound of the film. */
export function dragSound(event: DragEvent, soundId: string): void {
  event.dataTransfer.setData(TYPE, soundId);
  event.dataTransfer.effectAllowed = 'copy';
}

export const carriesSound = (event: DragEvent): boolean => event.dataTransfer.types.includes(TYPE);

export const draggedSound = (event: DragEvent): string => event.dataTransfer.getData(TYPE);
