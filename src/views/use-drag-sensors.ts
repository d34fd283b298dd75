import {
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type SensorDescriptor,
  type SensorOptions,
} from '@dnd-kit/core';

/** A mouse drags at once; a finger after it has rested for a moment: until then it scrolls. */
export const useDragSensors = (): SensorDescriptor<SensorOptions>[] =>
  useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: 220, tolerance: 8 } }),
  );

/** Where in the window a drag began, by mouse or by finger. */
export function beganAt(event: Event): { readonly clientX: number; readonly clientY: number } {
  const touch = 'touches' in event ? (event as TouchEvent).touches[0] : undefined;
  return touch ?? (event as MouseEvent);
}
