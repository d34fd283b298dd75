import { create } from 'zustand';
import { moveZoomed, wholeScale, zoomBy, zoomTo, type Point, type Zoom } from '../../core/picture/zoom';
import type { Rect, Size } from '../../core/picture/size';

/** What a picture is looked at in: its room and its own size, both in pixels. */
export interface Sight {
  readonly room: Rect;
  readonly picture: Size;
}

interface PictureZoom {
  readonly zoom: Zoom | undefined;
  /** Of the pose on screen, where it is shown. */
  readonly sight: Sight | undefined;
}

/** How near the big picture is looked at, its comparisons too. */
export const usePictureZoom = create<PictureZoom>(() => ({ zoom: undefined, sight: undefined }));

const STEP = 1.5;

/** Says what the pose on screen is looked at in. */
export const setSight = (sight: Sight | undefined): void => usePictureZoom.setState({ sight });

const zoomNow = (): Zoom | undefined => usePictureZoom.getState().zoom;

/** Looks at it so many times as near, around a place of its room. */
export const zoomPictureAt = ({ room, picture }: Sight, times: number, at: Point): void =>
  usePictureZoom.setState({ zoom: zoomBy(room, picture, zoomNow(), times, at) });

/** Moves it by pixels of its room. */
export const movePicture = ({ room, picture }: Sight, by: Point): void =>
  usePictureZoom.setState({ zoom: moveZoomed(room, picture, zoomNow(), by) });

/** A step nearer (1) or further away (−1), around its middle. */
export function zoomPicture(direction: 1 | -1): void {
  const { sight, zoom } = usePictureZoom.getState();
  if (!sight) return;
  const times = direction === 1 ? STEP : 1 / STEP;
  usePictureZoom.setState({ zoom: zoomBy(sight.room, sight.picture, zoom, times) });
}

/** Shows the whole of it. */
export const showWholePicture = (): void => usePictureZoom.setState({ zoom: undefined });

/** One pixel of the screen for one of the film; the whole of it again where it is so already. */
export function togglePixels(): void {
  const { sight, zoom } = usePictureZoom.getState();
  if (!sight) return;
  const { room, picture } = sight;
  // Where the whole of it is larger than that there is nothing to look closer at.
  const is = zoom?.scale === 1 || wholeScale(room, picture) >= 1;
  usePictureZoom.setState({ zoom: is ? undefined : zoomTo(room, picture, zoom, 1) });
}
