import type { Rgba } from '../picture/pixels';

/** Differences between neighbours, of 255, from which on an edge counts as sharp, and at which it is marked in full. */
const SHARP = { from: 44, full: 90 };
/** What marks it: a yellow that no paper has. */
const MARK = [255, 232, 64] as const;

/**
 * Marks where a picture is sharp: brightness that changes from one pixel to the next, both ways (Sobel's operator; from memory). Gives a picture of the same size, see-through
 * where nothing is.
 */
export function sharpEdges({ width, height, data }: Rgba): Rgba {
  const luma = new Uint8Array(width * height);
  for (let i = 0; i < luma.length; i++)
    luma[i] =
      0.299 * (data[4 * i] as number) +
      0.587 * (data[4 * i + 1] as number) +
      0.114 * (data[4 * i + 2] as number);
  const marks = new Uint8ClampedArray(data.length);
  const at = (i: number): number => luma[i] as number;
  for (let y = 1; y < height - 1; y++)
    for (let x = 1; x < width - 1; x++) {
      const i = y * width + x;
      const up = i - width;
      const down = i + width;
      const across = at(up + 1) + 2 * at(i + 1) + at(down + 1) - (at(up - 1) + 2 * at(i - 1) + at(down - 1));
      const along = at(down - 1) + 2 * at(down) + at(down + 1) - (at(up - 1) + 2 * at(up) + at(up + 1));
      const steep = Math.hypot(across, along) / 4;
      if (steep <= SHARP.from) continue;
      marks.set(MARK, 4 * i);
      marks[4 * i + 3] = (255 * (steep - SHARP.from)) / (SHARP.full - SHARP.from);
    }
  return { width, height, data: marks };
}
