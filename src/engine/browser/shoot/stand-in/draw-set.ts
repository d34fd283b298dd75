import { chained, type Affine } from '../../../../core/picture/affine';
import type { Size } from '../../../../core/picture/size';
import { puppetShapes, type PaperShape, type Puppet } from '../../../../core/shoot/stand-in/puppet';
import { setView } from '../../../../core/shoot/stand-in/set-view';
import { SET_SHAPES } from '../../../../core/shoot/stand-in/set-shapes';
import { grainTile, lightOfPicture, type ShotLight } from '../../../../core/shoot/stand-in/shot-light';
import { codeShapes } from '../../../../core/shoot/stand-in/state-code';
import { ToldError } from '../../../../core/time/told-error';

type Context = OffscreenCanvasRenderingContext2D;

/** Pixels of the set that a sheet of paper lies above what is behind it. */
const LIFT = 5;
/** Brightness of the papers before the light on them is reckoned: there is room for more. */
const ROOM = 0.9;

function drawing(size: Size): Context {
  const context = new OffscreenCanvas(size.width, size.height).getContext('2d');
  if (!context) throw new ToldError('The browser gives no drawing surface for the stand-in.');
  return context;
}

function drawPapers(
  context: Context,
  papers: readonly PaperShape[],
  toPixels: Affine,
  shadow: boolean,
): void {
  const [scale] = toPixels;
  context.save();
  if (shadow) {
    context.shadowColor = 'rgb(0 0 0 / 45%)';
    context.shadowOffsetY = LIFT * scale;
    context.shadowBlur = 2 * LIFT * scale;
  }
  for (const { path, fill, map } of papers) {
    context.setTransform(...chained(map, toPixels));
    context.fillStyle = fill;
    context.fill(new Path2D(path));
  }
  context.restore();
}

/** Draws the paper set with its puppet, at one size. */
export class SetDrawing {
  readonly #toPixels: Affine;
  readonly #set: Context;
  /** The set with the puppet as it stands, without the light of a picture. */
  readonly #still: Context;
  readonly #grain: OffscreenCanvas;
  #shown: Puppet | undefined;

  /** @param isCoded True in tests: draws the puppet's pose on the floor, where it can be read from the photo. */
  constructor(
    readonly size: Size,
    readonly isCoded: boolean,
  ) {
    this.#toPixels = setView(size);
    this.#set = drawing(size);
    this.#still = drawing(size);
    drawPapers(this.#set, SET_SHAPES, this.#toPixels, true);
    const { side, data } = grainTile(7);
    const grain = drawing({ width: side, height: side });
    grain.putImageData(new ImageData(data, side, side), 0, 0);
    this.#grain = grain.canvas;
  }

  /** Draws a picture; `number` counts pictures, of which each has a little flicker and grain of its own. */
  draw(context: Context, puppet: Puppet, { gain, red, blue }: ShotLight, number: number): void {
    const { width, height } = this.size;
    if (this.#shown !== puppet) {
      this.#shown = puppet;
      this.#still.setTransform(1, 0, 0, 1, 0, 0);
      this.#still.drawImage(this.#set.canvas, 0, 0);
      drawPapers(this.#still, puppetShapes(puppet), this.#toPixels, true);
      if (this.isCoded) drawPapers(this.#still, codeShapes(puppet), this.#toPixels, false);
    }
    context.drawImage(this.#still.canvas, 0, 0);
    const light = 255 * Math.min(1.1, ROOM * gain * lightOfPicture(number));
    context.globalCompositeOperation = 'multiply';
    context.fillStyle = `rgb(${light * red} ${light} ${light * blue})`;
    context.fillRect(0, 0, width, height);
    context.globalCompositeOperation = 'source-over';
    const grain = context.createPattern(this.#grain, 'repeat');
    if (!grain) return;
    context.save();
    context.translate(-((number * 97) % this.#grain.width), -((number * 61) % this.#grain.height));
    context.fillStyle = grain;
    context.fillRect(0, 0, width + this.#grain.width, height + this.#grain.height);
    context.restore();
  }
}
