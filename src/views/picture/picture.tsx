import { useMemo, useRef } from 'react';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import type { Point } from '../../core/picture/zoom';
import { useFilm } from '../../state/document/document';
import { composePicture } from '../../state/picture/composition';
import {
  movePicture,
  setSight,
  usePictureZoom,
  zoomPictureAt,
  type Sight,
} from '../../state/picture/picture-zoom';
import type { Drawing } from '../../state/picture/plan-drawing';
import { useSelection } from '../../state/selection/selection';
import { useCompare } from '../../state/transport/compare';
import { useTransport } from '../../state/transport/transport';
import { poseCaption } from '../pose-caption';
import styles from './picture.module.css';
import { PictureTools } from './picture-tools';
import { useDrawnPicture } from './use-drawn-picture';
import { useLookCloser } from './use-look-closer';

interface PictureProps {
  /** In a window of its own: without tools, and not the one that keys look closer at. */
  readonly apart?: boolean;
}

/** The big picture: the pose under the playhead, as the print will show it, and what it is compared with. */
export function Picture({ apart = false }: PictureProps) {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  const playing = useTransport((state) => state.playing);
  const playSpan = useTransport((state) => state.playSpan);
  const chosen = useSelection((state) => state.chosen);
  const isZoomed = usePictureZoom((state) => state.zoom !== undefined);
  const compare = useCompare();
  const canvasRef = useRef<HTMLCanvasElement>(null);
  const here = film && poseAt(scheduleOf(film), frame);
  const composition = useMemo(
    () => film && composePicture(film, { frame, playing, playSpan, compare, chosen }),
    [film, frame, playing, playSpan, compare, chosen],
  );

  const sightIn = (panel: Drawing['panels'][number] | undefined): Sight | undefined =>
    film && panel && { room: panel.room, picture: film.settings };
  const shown = film && here && composition && { film, here, composition };
  const planned = useDrawnPicture(canvasRef, shown, (drawing) => {
    // Of the first against the last, neither may be on screen: one is as good as the other.
    const panels = drawing?.panels ?? [];
    if (!apart) setSight(sightIn(panels.find(({ isHere }) => isHere) ?? panels[0]));
  });

  /** In pixels of the canvas. */
  const inPixels = ({ x, y }: Point): Point => {
    const ratio = canvasRef.current?.ownerDocument.defaultView?.devicePixelRatio ?? 1;
    return { x: x * ratio, y: y * ratio };
  };
  /** What is looked at under a place of the canvas. */
  const sightAt = ({ x }: Point): Sight | undefined => {
    const panels = planned()?.panels ?? [];
    return sightIn(panels.find(({ room }) => x < room.x + room.width) ?? panels.at(-1));
  };
  useLookCloser(canvasRef, {
    onZoom: (times, place) => {
      const at = inPixels(place);
      const sight = sightAt(at);
      if (sight) zoomPictureAt(sight, times, at);
    },
    onMove: (by, place) => {
      const sight = sightAt(inPixels(place));
      if (sight) movePicture(sight, inPixels(by));
    },
  });

  const words = film && here ? poseCaption(film, here) : 'No picture yet';
  return (
    <div className={styles.surround}>
      <div className={styles.screen}>
        <canvas
          ref={canvasRef}
          role="img"
          aria-label={words}
          data-testid={apart ? 'picture-apart' : 'picture'}
          data-zoomed={isZoomed || undefined}
        />
      </div>
      {!apart && here && <PictureTools />}
    </div>
  );
}
