import { photosById, type Film } from '../../core/film/film';
import type { ScheduledPose } from '../../core/film/schedule';
import type { Rect } from '../../core/picture/size';
import type { PictureWish } from '../../engine/browser/pictures/picture-cache';
import type { Drawing, Surface } from '../../state/picture/plan-drawing';
import type { PictureOf } from '../../state/picture/shown-pictures';

/** Says all that a drawing depends on, so that it need not be drawn again where that is the same. */
export const drawingKey = (surface: Surface, { panels, layers }: Drawing, pictureOf: PictureOf): string =>
  JSON.stringify([
    [surface.width, surface.height, surface.ratio],
    panels.map(({ panel, area, wish, unmended, isHere }) => [
      shownOf(wish, panel.entry, pictureOf),
      panel.unmended,
      unmended && shownOf(unmended, panel.entry, pictureOf),
      area,
      isHere,
      panel.words,
    ]),
    layers.map(({ entry, wish, strength, difference }) => [
      shownOf(wish, entry, pictureOf),
      strength,
      difference,
    ]),
  ]);

/** Pictures by numbers: one that was packed to be played may be as large as the one that takes its place. */
const numbers = new WeakMap<ImageBitmap, number>();
let pictures = 0;

function numberOf(picture: ImageBitmap): number {
  let number = numbers.get(picture);
  if (number === undefined) numbers.set(picture, (number = pictures++));
  return number;
}

const shownOf = (wish: PictureWish | undefined, { pose }: ScheduledPose, pictureOf: PictureOf): unknown => {
  const picture = wish && pictureOf(wish);
  return picture ? numberOf(picture) : pose.photoId;
};

/** From so many pixels of the screen for one of the picture on, its pixels are shown as squares. */
const SQUARES = 3;

type AnyContext = CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D;

/** Draws what was planned into a canvas. `isComingIn`: photos are on their way in, so one that is not there is not lost. */
export function drawComposition(
  canvas: HTMLCanvasElement,
  film: Film,
  ratio: number,
  { panels, layers }: Drawing,
  pictureOf: PictureOf,
  isComingIn: boolean,
): void {
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return;
  context.clearRect(0, 0, canvas.width, canvas.height);
  const draw = (
    target: AnyContext,
    area: Rect,
    entry: ScheduledPose,
    wish: PictureWish | undefined,
  ): void => {
    const picture = wish && pictureOf(wish);
    if (picture) {
      target.imageSmoothingEnabled = area.width < SQUARES * picture.width;
      target.imageSmoothingQuality = 'medium';
      target.drawImage(picture, area.x, area.y, area.width, area.height);
      return;
    }
    if (!isComingIn) {
      target.fillStyle = film.settings.background;
      target.fillRect(area.x, area.y, area.width, area.height);
    }
    const photo = photosById(film).get(entry.pose.photoId);
    if (!photo) return;
    // It was waited for: there is none.
    target.fillStyle = '#fff';
    target.font = `${Math.min(18 * ratio, area.width / 24)}px 'Atkinson Hyperlegible Next', sans-serif`;
    target.textAlign = 'center';
    target.fillText(
      isComingIn ? `${photo.name} is coming in` : `${photo.name} is missing in this browser`,
      area.x + area.width / 2,
      area.y + area.height / 2,
    );
  };
  for (const { panel, area, room, wish, unmended, isHere } of panels) {
    context.save();
    context.beginPath();
    context.rect(room.x, room.y, room.width, room.height);
    context.clip();
    draw(context, area, panel.entry, wish);
    const plain = unmended && pictureOf(unmended);
    if (plain && panel.unmended !== undefined) {
      const part = panel.unmended;
      context.drawImage(
        plain,
        ...[0, 0, plain.width * part, plain.height],
        ...[area.x, area.y, area.width * part, area.height],
      );
    }
    if (isHere) drawLayers(context, { area, room }, layers, draw);
    context.restore();
    if (!panel.words) continue;
    const under = Math.min(area.y + area.height, room.y + room.height);
    context.fillStyle = '#fff';
    context.font = `${14 * ratio}px 'Atkinson Hyperlegible Next', sans-serif`;
    context.textAlign = 'center';
    context.fillText(panel.words, room.x + room.width / 2, under + 17 * ratio);
  }
}

/** Each layer is drawn by itself first: one that is missing must not be mixed with what is under it. */
function drawLayers(
  context: CanvasRenderingContext2D,
  { area, room }: { readonly area: Rect; readonly room: Rect },
  layers: Drawing['layers'],
  draw: (target: AnyContext, area: Rect, entry: ScheduledPose, wish: PictureWish | undefined) => void,
): void {
  if (layers.length === 0) return;
  // No more of it than is seen: looked at closely, all of it would be larger than any canvas.
  const x = Math.max(area.x, Math.floor(room.x));
  const y = Math.max(area.y, Math.floor(room.y));
  const width = Math.min(area.x + area.width, Math.ceil(room.x + room.width)) - x;
  const height = Math.min(area.y + area.height, Math.ceil(room.y + room.height)) - y;
  if (width < 1 || height < 1) return;
  const sheet = new OffscreenCanvas(width, height);
  const own = sheet.getContext('2d');
  if (!own) return;
  context.save();
  for (const { entry, strength, difference, wish } of layers) {
    own.clearRect(0, 0, width, height);
    draw(own, { ...area, x: area.x - x, y: area.y - y }, entry, wish);
    context.globalAlpha = strength;
    context.globalCompositeOperation = difference ? 'difference' : 'source-over';
    context.drawImage(sheet, x, y);
  }
  context.restore();
}
