/** Pixels to each side of the place that are looked at: one by itself is grain. */
const AROUND = 2;

/** The mean colour around a place of a canvas, 0 to 1. */
export function canvasColour(
  canvas: HTMLCanvasElement,
  x: number,
  y: number,
): readonly [number, number, number] {
  const side = 2 * AROUND + 1;
  const data = canvas
    .getContext('2d', { willReadFrequently: true })
    ?.getImageData(Math.round(x) - AROUND, Math.round(y) - AROUND, side, side).data;
  const sums: [number, number, number] = [0, 0, 0];
  for (let i = 0; data && i < data.length; i++)
    if (i % 4 < 3) sums[i % 4] = (sums[i % 4] ?? 0) + (data[i] ?? 0);
  const [red, green, blue] = sums;
  const whole = 255 * side * side;
  return [red / whole, green / whole, blue / whole];
}
