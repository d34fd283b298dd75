import type { Film } from '../../core/film/film';
import { fileOf, turnOf } from '../../core/film/photo-picture';
import type { Rect, Size } from '../../core/picture/placement';
import { poseAt, scheduleOf, showingAt, type ScheduledPose } from '../../core/film/schedule';
import { drawPhoto } from '../../engine/browser/play/draw-photo';
import type { Compare } from '../../state/compare';
import { spanPlayed } from '../../state/player';
import { photosOf } from '../../state/workbench';

/** One picture on the surround. */
export interface Panel {
  readonly entry: ScheduledPose;
  /** What is said under it; nothing where it is the only one. */
  readonly words?: string;
  /** Part of the width that it takes. */
  readonly share: number;
}

/** A picture laid over the one on screen: strength from 0 to 1, or as the difference. */
interface Layer {
  readonly entry: ScheduledPose;
  readonly strength: number;
  readonly difference?: boolean;
}

/** What the surround shows of a film at a frame. */
export interface Composition {
  readonly panels: readonly Panel[];
  /** Over the middle panel. */
  readonly layers: readonly Layer[];
  /** While playing a picture stays for a moment only: it is drawn in a third of the time. */
  readonly quick?: boolean;
}

const found = <T>(list: readonly (T | undefined)[]): readonly T[] =>
  list.filter((each): each is T => each !== undefined);

/** The pose that is shown while the key to flip is held: the other one of two that are chosen, else the one before. */
function flippedFrom(film: Film, here: ScheduledPose, chosen: ReadonlySet<string>): ScheduledPose {
  const plan = scheduleOf(film);
  if (chosen.size === 2) {
    const two = plan.poses.filter(({ pose }) => chosen.has(pose.id));
    const other = two.find(({ pose }) => pose.id !== here.pose.id);
    if (other) return other;
  }
  return showingAt(plan, here.index - 1) ?? here;
}

/** Which pictures are shown at a frame; while playing only the one on screen. */
export function composePicture(
  film: Film,
  frame: number,
  compare: Compare,
  chosen: ReadonlySet<string>,
  playing: boolean,
): Composition | undefined {
  const plan = scheduleOf(film);
  const here = poseAt(plan, frame);
  if (!here) return undefined;
  if (playing) return { panels: [{ entry: here, share: 1 }], layers: [], quick: true };
  if (compare.flipped) return { panels: [{ entry: flippedFrom(film, here, chosen), share: 1 }], layers: [] };
  const before = showingAt(plan, here.index - 1);
  const after = showingAt(plan, here.index + 1);
  if (compare.against === 'first-last') {
    const { from, to } = spanPlayed(film);
    const [first, last] = [poseAt(plan, from), poseAt(plan, to - 1)];
    const panels = found([
      last && { entry: last, words: 'last', share: 0.5 },
      first && { entry: first, words: 'first', share: 0.5 },
    ]);
    return { panels, layers: [] };
  }
  const ghosts = (count: number, direction: 1 | -1): readonly Layer[] =>
    found(
      Array.from({ length: count }, (_, i): Layer | undefined => {
        const entry = showingAt(plan, here.index + direction * (i + 1));
        return entry && { entry, strength: compare.strength / (i + 1) };
      }),
    );
  const layers =
    compare.against === 'difference'
      ? found([before && { entry: before, strength: 1, difference: true }])
      : // The furthest first, so that the nearest is seen best.
        [...ghosts(compare.ghostsBefore, -1), ...ghosts(compare.ghostsAfter, 1)].sort(
          (a, b) => a.strength - b.strength,
        );
  if (!compare.neighbours) return { panels: [{ entry: here, share: 1 }], layers };
  const panels: readonly Panel[] = found([
    before && { entry: before, words: 'before', share: 0.26 },
    { entry: here, words: 'on screen', share: 0.48 },
    after && { entry: after, words: 'after', share: 0.26 },
  ]);
  return { panels, layers };
}

/** Says all that a drawing of a composition depends on, so that it need not be drawn again where that is the same. */
export function drawingKey(
  { width, height }: Size,
  film: Film,
  composition: Composition,
  here: ScheduledPose,
  pictureOf: (hash: string) => ImageBitmap | undefined,
): string {
  const photos = photosOf(film);
  const shownOf = ({ pose }: ScheduledPose): unknown => {
    const photo = photos.get(pose.photoId);
    const file = photo && fileOf(photo);
    return file && pictureOf(file.hash) ? [file.hash, turnOf(photo)] : photo?.name;
  };
  return JSON.stringify([
    [width, height, devicePixelRatio, film.settings, composition.quick],
    composition.panels.map(({ entry, words, share }) => [shownOf(entry), entry === here, words, share]),
    composition.layers.map(({ entry, strength, difference }) => [shownOf(entry), strength, difference]),
  ]);
}

/** Space around pictures, and under them for their words, in CSS pixels. */
const MARGIN = 14;
const WORDS = 22;

/**
 * Draws a composition into a canvas; `pictureOf` gives a file's picture by its hash where it is there, and keeps it.
 * The pose on screen is the panel with the largest share.
 */
export function drawComposition(
  canvas: HTMLCanvasElement,
  film: Film,
  { panels, layers, quick = false }: Composition,
  here: ScheduledPose,
  pictureOf: (hash: string) => ImageBitmap | undefined,
): void {
  const context = canvas.getContext('2d', { willReadFrequently: true });
  if (!context) return;
  const { settings } = film;
  const ratio = devicePixelRatio;
  const photos = photosOf(film);
  context.clearRect(0, 0, canvas.width, canvas.height);
  const draw = (
    target: CanvasRenderingContext2D | OffscreenCanvasRenderingContext2D,
    area: Rect,
    entry: ScheduledPose,
  ): void => {
    const photo = photos.get(entry.pose.photoId);
    drawPhoto(
      target,
      settings,
      area,
      photo,
      photo && pictureOf(fileOf(photo).hash),
      quick ? 'low' : 'medium',
    );
    // It was waited for: there is none.
    if (!photo || pictureOf(fileOf(photo).hash)) return;
    target.fillStyle = '#fff';
    target.font = `${Math.min(18 * ratio, area.width / 24)}px 'Atkinson Hyperlegible Next', sans-serif`;
    target.textAlign = 'center';
    target.fillText(
      `${photo.name} is missing in this browser`,
      area.x + area.width / 2,
      area.y + area.height / 2,
    );
  };
  const total = panels.reduce((sum, panel) => sum + panel.share, 0);
  let left = 0;
  for (const { entry, words, share } of panels) {
    const width = (canvas.width * share) / total;
    const room = {
      width: width - 2 * MARGIN * ratio,
      height: canvas.height - (2 * MARGIN + (words ? WORDS : 0)) * ratio,
    };
    const scale = Math.min(room.width / settings.width, room.height / settings.height);
    const area: Rect = {
      x: Math.round(left + (width - settings.width * scale) / 2),
      y: Math.round(MARGIN * ratio + (room.height - settings.height * scale) / 2),
      width: settings.width * scale,
      height: settings.height * scale,
    };
    draw(context, area, entry);
    if (entry === here || panels.length === 1) drawLayers(context, area, layers, draw);
    if (words) {
      context.fillStyle = '#fff';
      context.font = `${14 * ratio}px 'Atkinson Hyperlegible Next', sans-serif`;
      context.textAlign = 'center';
      context.fillText(words, area.x + area.width / 2, area.y + area.height + 17 * ratio);
    }
    left += width;
  }
}

/** Each layer is drawn by itself first: its background must not be mixed with what is under it. */
function drawLayers(
  context: CanvasRenderingContext2D,
  area: Rect,
  layers: readonly Layer[],
  draw: (target: OffscreenCanvasRenderingContext2D, area: Rect, entry: ScheduledPose) => void,
): void {
  if (layers.length === 0) return;
  const sheet = new OffscreenCanvas(
    Math.max(1, Math.round(area.width)),
    Math.max(1, Math.round(area.height)),
  );
  const own = sheet.getContext('2d');
  if (!own) return;
  context.save();
  for (const { entry, strength, difference } of layers) {
    draw(own, { x: 0, y: 0, width: area.width, height: area.height }, entry);
    context.globalAlpha = strength;
    context.globalCompositeOperation = difference ? 'difference' : 'source-over';
    context.drawImage(sheet, area.x, area.y);
  }
  context.restore();
}
