import { scaling } from '../../../core/picture/affine';
import { COVERED_BITS, StrokeCover } from '../../../core/picture/paint/stroke-cover';
import type { PenPlace } from '../pen-sheet';
import type { Rect, Size } from '../../../core/picture/size';

/** Colour of what is painted where nothing is known yet of what comes there. */
const TINT = [194, 58, 43] as const;
const TINT_STRENGTH = 0.55;

/**
 * What is drawn of a stroke while the pen goes, over the picture: of what it will paint in, where that is known, or else a tint. Only what the pen
 * has just gone over is drawn anew, however much is painted already.
 */
export class LiveStroke {
  readonly #canvas: HTMLCanvasElement;
  #mask = new Uint16Array();
  #image: ImageData | undefined;
  #behind: ImageData | undefined;
  /** What was drawn when a hand began to go straight. */
  #held: { readonly mask: Uint16Array<ArrayBuffer>; readonly data: Uint8ClampedArray } | undefined;
  #area: Rect = { x: 0, y: 0, width: 1, height: 1 };

  constructor(canvas: HTMLCanvasElement) {
    this.#canvas = canvas;
  }

  get #context(): CanvasRenderingContext2D | null {
    return this.#canvas.getContext('2d', { willReadFrequently: true });
  }

  /** Sets the canvas to a size and wipes it; the picture lies in a part of it. */
  open({ width, height }: Size, area: Rect): void {
    this.#canvas.width = width;
    this.#canvas.height = height;
    this.#area = area;
    this.#mask = new Uint16Array(width * height);
    this.#image = this.#context?.createImageData(width, height);
    this.#behind = undefined;
  }

  /** Says what is painted in, as large as the picture is; undefined where that is not known. */
  setBehind(picture: ImageBitmap | undefined): void {
    const { width, height } = this.#canvas;
    this.#behind = undefined;
    if (!picture || width === 0 || height === 0) return;
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
    const { x, y, width: wide, height: tall } = this.#area;
    context?.drawImage(picture, x, y, wide, tall);
    this.#behind = context?.getImageData(0, 0, width, height);
  }

  /** Remembers what is drawn now, for `goBack`. */
  hold(): void {
    const data = this.#image?.data;
    this.#held = data && { mask: this.#mask.slice(), data: data.slice() };
  }

  /** Wipes what was drawn since it was told to remember. */
  goBack(): void {
    if (!this.#held || !this.#image) return this.clear();
    this.#mask.set(this.#held.mask);
    this.#image.data.set(this.#held.data);
    this.#context?.putImageData(this.#image, 0, 0);
  }

  /** Wipes it. */
  clear(): void {
    this.#held = undefined;
    this.#mask.fill(0);
    this.#image?.data.fill(0);
    this.#context?.clearRect(0, 0, this.#canvas.width, this.#canvas.height);
  }

  /** Draws what a brush of a width, in pixels, goes over between two places. */
  brush(from: PenPlace, to: PenPlace, diameter: number, softness: number): void {
    const { width, height } = this.#canvas;
    const context = this.#context;
    const image = this.#image;
    if (!context || !image || width === 0 || height === 0) return;
    const points = [from, to].flatMap(({ x, y, pressure }) => [x / width, y / height, pressure]);
    const size = diameter / Math.max(width, height);
    const path = { shape: 'brush', points, size, softness } as const;
    const cover = new StrokeCover(path, { width, height }, scaling(1 / width, 1 / height));
    const reach = diameter / 2 + 1;
    const { x, y, width: wide, height: tall } = this.#area;
    const within = (value: number, least: number, most: number): number =>
      Math.round(Math.min(most, Math.max(least, value)));
    const [left, right] = [Math.max(0, x), Math.min(width, x + wide)];
    const [top, bottom] = [Math.max(0, y), Math.min(height, y + tall)];
    const dirty = {
      left: within(Math.floor(Math.min(from.x, to.x) - reach), left, right),
      right: within(Math.ceil(Math.max(from.x, to.x) + reach), left, right),
      top: within(Math.floor(Math.min(from.y, to.y) - reach), top, bottom),
      bottom: within(Math.ceil(Math.max(from.y, to.y) + reach), top, bottom),
    };
    if (dirty.left >= dirty.right || dirty.top >= dirty.bottom) return;
    const row = new Uint16Array(width);
    for (let line = dirty.top; line < dirty.bottom; line++) {
      const covered = cover.row(line, dirty.left, dirty.right, row);
      for (let column = covered.from; column < covered.to; column++) {
        const at = line * width + column;
        const part = row[column] as number;
        if (part > (this.#mask[at] as number)) this.#show(image.data, at, part);
      }
    }
    context.putImageData(
      image,
      ...([0, 0] as const),
      ...([dirty.left, dirty.top, dirty.right - dirty.left, dirty.bottom - dirty.top] as const),
    );
  }

  #show(data: Uint8ClampedArray, at: number, part: number): void {
    this.#mask[at] = part;
    const alpha = (255 * part) >> COVERED_BITS;
    const behind = this.#behind?.data;
    for (let c = 0; c < 3; c++)
      data[4 * at + c] = behind ? (behind[4 * at + c] as number) : (TINT[c] as number);
    data[4 * at + 3] = behind ? alpha : alpha * TINT_STRENGTH;
  }

  /** Draws an outline that is being drawn, and how it would close. */
  outline(places: readonly PenPlace[], ratio: number): void {
    const context = this.#context;
    const [first] = places;
    if (!context || !first) return;
    context.clearRect(0, 0, this.#canvas.width, this.#canvas.height);
    context.lineWidth = 1.5 * ratio;
    for (const [colour, dash] of [
      ['#000', []],
      ['#fff', [5 * ratio, 5 * ratio]],
    ] as const) {
      context.strokeStyle = colour;
      context.setLineDash([...dash]);
      context.beginPath();
      for (const { x, y } of places) context.lineTo(x, y);
      context.closePath();
      context.stroke();
    }
  }
}
