/**
 * Frames between two labelled marks of the ruler: the smallest step from the list below that leaves a
 * label `room` pixels. Seconds are kept whole where they can be.
 */
export function rulerStep(pixelsPerFrame: number, nominalRate: number, room: number): number {
  const within = [1, 2, 3, 4, 5, 6, 8, 10, 12, 15].filter((n) => n < nominalRate && nominalRate % n === 0);
  const beyond = [1, 2, 5, 10, 15, 30, 60, 120, 300, 600, 1800, 3600].map((seconds) => seconds * nominalRate);
  const steps = [...within, ...beyond];
  return steps.find((step) => step * pixelsPerFrame >= room) ?? (steps.at(-1) as number);
}
