import type { FilmSettings, Photo } from '../../../core/film/film';
import { fileOf, shownSize, turnOf } from '../../../core/film/photo-picture';
import { turnMatrix } from '../../../core/picture/orientation';
import { placePhoto, type Rect } from '../../../core/picture/placement';

/**
 * Draws a photo as the film shows it into `area`, which has the film's shape: turned, whole or filling, on the
 * background. `picture` is the shown file's picture, upright and of any size; without one the background is drawn.
 */
export function drawPhoto(
  context: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
  settings: Pick<FilmSettings, 'width' | 'height' | 'framing' | 'background'>,
  area: Rect,
  photo: Photo | undefined,
  picture: CanvasImageSource | undefined,
  smoothing: ImageSmoothingQuality,
): void {
  context.fillStyle = settings.background;
  context.fillRect(area.x, area.y, Math.round(area.width), Math.round(area.height));
  if (!photo || !picture) return;
  const { source, target } = placePhoto(shownSize(photo), settings, settings.framing);
  const file = fileOf(photo);
  const scale = area.width / settings.width;
  context.save();
  // From the area to the film's pixels, from there to the shown photo's own, and to those before its turn.
  context.translate(area.x, area.y);
  context.scale(scale, scale);
  context.translate(target.x, target.y);
  context.beginPath();
  context.rect(0, 0, target.width, target.height);
  context.clip();
  context.scale(target.width / source.width, target.height / source.height);
  context.translate(-source.x, -source.y);
  context.transform(...turnMatrix(turnOf(photo), file.width, file.height));
  context.imageSmoothingQuality = smoothing;
  context.drawImage(picture, 0, 0, file.width, file.height);
  context.restore();
}
