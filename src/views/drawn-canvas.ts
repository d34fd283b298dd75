import { createCanvas } from '@napi-rs/canvas';

/** Red, green, blue and alpha, 0 to 255. */
export type Pixel = readonly [red: number, green: number, blue: number, alpha: number];

export interface DrawnCanvas {
  readonly context: CanvasRenderingContext2D;
  readonly width: number;
  readonly height: number;
  /** What a pixel of it looks like. */
  readonly at: (x: number, y: number) => Pixel;
}

/** Pixels that a letter is wide, and high, on a drawn canvas: a block, the same on every machine. */
export const LETTER = { width: 6, height: 8 };

/** For tests: a canvas that really draws, to be looked at by its pixels. */
export function drawnCanvas(width: number, height: number): DrawnCanvas {
  const context = createCanvas(width, height).getContext('2d') as unknown as CanvasRenderingContext2D;
  context.measureText = (text) => ({ width: LETTER.width * text.length }) as TextMetrics;
  context.fillText = (text, x, y) =>
    context.fillRect(x, y - LETTER.height / 2, LETTER.width * text.length, LETTER.height);
  let seen: Uint8ClampedArray | undefined;
  return {
    context,
    width,
    height,
    at(x, y) {
      seen ??= context.getImageData(0, 0, width, height).data;
      const from = (Math.floor(y) * width + Math.floor(x)) * 4;
      return [...seen.subarray(from, from + 4)] as unknown as Pixel;
    },
  };
}

/** A picture of bands of colours beside or under each other, as large as told. */
export function bandedPicture(
  width: number,
  height: number,
  colours: readonly string[],
  upright: boolean,
): CanvasImageSource {
  const canvas = createCanvas(width, height);
  const context = canvas.getContext('2d');
  const [across, down] = upright ? [width, height / colours.length] : [width / colours.length, height];
  for (const [i, colour] of colours.entries()) {
    context.fillStyle = colour;
    context.fillRect(upright ? 0 : i * across, upright ? i * down : 0, across, down);
  }
  return canvas as unknown as CanvasImageSource;
}
