import type { Rect, Size } from './size';

/** A point, in pixels. */
export interface Point {
  readonly x: number;
  readonly y: number;
}

/** How near a picture is looked at; undefined where the whole of it is shown. */
export interface Zoom {
  /** Pixels of the screen for one of the picture. */
  readonly scale: number;
  /** The point of the picture in the middle of the room, in parts of its sides from 0 to 1. */
  readonly x: number;
  readonly y: number;
}

/** Pixels of the screen for one of the picture at the nearest. */
export const NEAREST = 8;

/** Pixels of the screen for one of the picture where the whole of it fills a room. */
export const wholeScale = (room: Size, picture: Size): number =>
  Math.max(0, Math.min(room.width / picture.width, room.height / picture.height));

const within = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

/** A middle so near the picture's edge that the room is filled; in the picture's own middle where it cannot be. */
function heldWithin(middle: number, room: number, picture: number): number {
  const half = room / picture / 2;
  return half >= 0.5 ? 0.5 : within(middle, half, 1 - half);
}

/** A zoom that is allowed: no nearer than the nearest, within the picture; undefined where the whole of it would be shown. */
function allowed(room: Size, picture: Size, { scale, x, y }: Zoom): Zoom | undefined {
  if (!(scale > wholeScale(room, picture))) return undefined;
  const near = Math.min(NEAREST, scale);
  return {
    scale: near,
    x: heldWithin(x, room.width, picture.width * near),
    y: heldWithin(y, room.height, picture.height * near),
  };
}

/** Where a picture lies in a room. */
function exactArea(room: Rect, picture: Size, zoom: Zoom | undefined): Rect {
  const scale = zoom?.scale ?? wholeScale(room, picture);
  const width = picture.width * scale;
  const height = picture.height * scale;
  // Held within anew: the room may be another than the one it was zoomed in.
  const x = heldWithin(zoom?.x ?? 0.5, room.width, width);
  const y = heldWithin(zoom?.y ?? 0.5, room.height, height);
  return {
    x: room.x + room.width / 2 - x * width,
    y: room.y + room.height / 2 - y * height,
    width,
    height,
  };
}

/** Where a picture lies in a room, in whole pixels. */
export function zoomedArea(room: Rect, picture: Size, zoom: Zoom | undefined): Rect {
  const { x, y, width, height } = exactArea(room, picture, zoom);
  const [wide, tall] = [Math.max(1, Math.round(width)), Math.max(1, Math.round(height))];
  return {
    x: Math.round(x + (width - wide) / 2),
    y: Math.round(y + (height - tall) / 2),
    width: wide,
    height: tall,
  };
}

/** Looks at a picture at a scale, so that the point of it that lies at a place of the room stays there. */
export function zoomTo(
  room: Rect,
  picture: Size,
  zoom: Zoom | undefined,
  scale: number,
  at: Point = { x: room.x + room.width / 2, y: room.y + room.height / 2 },
): Zoom | undefined {
  const before = exactArea(room, picture, zoom);
  const near = Math.min(NEAREST, scale);
  const stays = (place: number, start: number, size: number, middle: number, whole: number): number =>
    within((place - start) / size, 0, 1) - (place - middle) / (whole * near);
  return allowed(room, picture, {
    scale,
    x: stays(at.x, before.x, before.width, room.x + room.width / 2, picture.width),
    y: stays(at.y, before.y, before.height, room.y + room.height / 2, picture.height),
  });
}

/** The same, so many times as near as it is. */
export const zoomBy = (
  room: Rect,
  picture: Size,
  zoom: Zoom | undefined,
  times: number,
  at?: Point,
): Zoom | undefined => zoomTo(room, picture, zoom, (zoom?.scale ?? wholeScale(room, picture)) * times, at);

/** A picture that is looked at closely, moved by pixels of the room. */
export const moveZoomed = (room: Size, picture: Size, zoom: Zoom | undefined, by: Point): Zoom | undefined =>
  zoom &&
  allowed(room, picture, {
    ...zoom,
    x: zoom.x - by.x / (picture.width * zoom.scale),
    y: zoom.y - by.y / (picture.height * zoom.scale),
  });

/** `whole`, or how near in per cent. */
export const zoomWords = (zoom: Zoom | undefined): string =>
  zoom ? `${Math.round(zoom.scale * 100)} %` : 'whole';
