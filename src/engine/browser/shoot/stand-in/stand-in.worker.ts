import { expose } from 'comlink';
import type { Size } from '../../../../core/picture/size';
import { meanOfFrames } from '../../../../core/shoot/mean-of-frames';
import type { Puppet } from '../../../../core/shoot/stand-in/puppet';
import type { ShotLight } from '../../../../core/shoot/stand-in/shot-light';
import { encodePicture } from '../encode-picture';
import type { TakingWay } from '../camera';
import { SetDrawing } from './draw-set';
import { ToldError } from '../../../../core/time/told-error';

/** How the set stands, and in which light. */
export interface SetState {
  readonly puppet: Puppet;
  readonly light: ShotLight;
}

/** Options of the stand-in camera's pictures. */
interface StandInWish {
  /** Live pictures a second. */
  readonly rate: number;
  /** Pixels of its photos. */
  readonly photo: Size;
  /** True in tests: `codeShapes` draws the puppet's pose on the floor, where it can be read from the photo. */
  readonly isCoded: boolean;
}

let state: SetState | undefined;
let live: { readonly canvas: OffscreenCanvas; readonly drawing: SetDrawing } | undefined;
let ticking: ReturnType<typeof setInterval> | undefined;
let pictures = 0;
let isCoded = false;
const photos = new Map<string, SetDrawing>();

/** Photos that are being made: the machine is theirs. */
let taking = 0;

function drawLive(): void {
  if (taking > 0) return;
  const context = live?.canvas.getContext('2d');
  if (live && context && state) live.drawing.draw(context, state.puppet, state.light, pictures++);
}

/** Photos of one size are drawn by one drawing, which keeps its papers. */
function photoDrawing(size: Size): SetDrawing {
  const key = `${size.width} ${size.height}`;
  let known = photos.get(key);
  if (!known) {
    photos.clear();
    photos.set(key, (known = new SetDrawing(size, isCoded)));
  }
  return known;
}

function drawPhoto({ puppet, light }: SetState, size: Size, { frames }: TakingWay): OffscreenCanvas {
  const canvas = new OffscreenCanvas(size.width, size.height);
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) throw new ToldError('The browser gives no drawing surface for a photo.');
  const drawing = photoDrawing(size);
  const drawn = Array.from({ length: frames }, () => {
    drawing.draw(context, puppet, light, pictures++);
    return frames > 1 ? context.getImageData(0, 0, size.width, size.height) : undefined;
  }).filter((each) => each !== undefined);
  if (frames > 1) {
    const { data, width, height } = meanOfFrames(drawn);
    context.putImageData(new ImageData(data, width, height), 0, 0);
  }
  return canvas;
}

const worker = {
  /** Draws the live picture into a canvas, and makes ready for photos. */
  async start(canvas: OffscreenCanvas, wish: StandInWish): Promise<void> {
    const { rate, photo } = wish;
    isCoded = wish.isCoded;
    live = { canvas, drawing: new SetDrawing(canvas, isCoded) };
    clearInterval(ticking);
    ticking = setInterval(drawLive, 1000 / rate);
    drawLive();
    // The first photo takes as long as the others.
    if (state) await worker.take(state, photo, { type: 'image/jpeg', frames: 1 });
  },
  /** How the set stands from now on. */
  set(next: SetState): void {
    state = next;
  },
  /** A photo of the set as it is handed over. */
  async take(stood: SetState, size: Size, way: TakingWay): Promise<Blob> {
    taking++;
    try {
      return await encodePicture(drawPhoto(stood, size, way), way.type);
    } finally {
      taking--;
    }
  },
};

/** What the stand-in camera asks of its worker. */
export type StandInWorker = typeof worker;

expose(worker);
