import { useMemo, useRef } from 'react';
import { photosById } from '../../core/film/film';
import { runningNumber } from '../../core/film/numbering';
import { poseAt, scheduleOf } from '../../core/film/schedule';
import { useFilm } from '../../state/document/document';
import { composePicture } from '../../state/picture/composition';
import { useSelection } from '../../state/selection/selection';
import { useCompare } from '../../state/transport/compare';
import { useTransport } from '../../state/transport/transport';
import { CompareBar } from './compare-bar';
import styles from './picture.module.css';
import { useDrawnPicture } from './use-drawn-picture';

/** The big picture: the pose under the playhead, as the print will show it, and what it is compared with. */
export function Picture() {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  const playing = useTransport((state) => state.playing);
  const playSpan = useTransport((state) => state.playSpan);
  const chosen = useSelection((state) => state.chosen);
  const compare = useCompare();
  const canvasRef = useRef<HTMLCanvasElement>(null);
  const here = film && poseAt(scheduleOf(film), frame);
  const photo = film && here && photosById(film).get(here.pose.photoId);
  const composition = useMemo(
    () => film && composePicture(film, { frame, playing, playSpan, compare, chosen }),
    [film, frame, playing, playSpan, compare, chosen],
  );

  const shown = film && here && composition && { film, here, composition };
  useDrawnPicture(canvasRef, shown);

  const number = photo && runningNumber(photo.name);
  const caption = here ? `pose ${here.index + 1} · photo ${number ?? photo?.name ?? 'missing'}` : undefined;
  return (
    <div className={styles.surround}>
      <canvas ref={canvasRef} role="img" aria-label={caption ?? 'No picture yet'} data-testid="picture" />
      {caption && <span className={styles.caption}>{caption}</span>}
      {here && <CompareBar />}
    </div>
  );
}
