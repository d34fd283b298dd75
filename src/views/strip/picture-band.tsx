import type { Photo } from '../../core/film/film';
import { poseAt, type Schedule } from '../../core/film/schedule';
import { Thumbnail } from '../thumbnail';
import styles from './strip.module.css';

interface PictureBandProps {
  readonly plan: Schedule;
  readonly photos: ReadonlyMap<string, Photo>;
  readonly zoom: number;
  readonly from: number;
  readonly to: number;
  /** Width of one picture in pixels. */
  readonly pitch: number;
}

/** Where tickets are too narrow for pictures: one picture every so often, of the pose that stands there. */
export function PictureBand({ plan, photos, zoom, from, to, pitch }: PictureBandProps) {
  const cells: number[] = [];
  for (
    let cell = Math.floor((from * zoom) / pitch);
    cell * pitch < Math.min(to, plan.frames) * zoom;
    cell++
  ) {
    cells.push(cell);
  }
  return (
    <div className={styles.pictures} style={{ width: plan.frames * zoom }} aria-hidden>
      {cells.map((cell) => {
        const entry = poseAt(plan, Math.min(plan.frames - 1, Math.floor(((cell + 0.5) * pitch) / zoom)));
        return (
          <div key={cell} style={{ left: cell * pitch, width: pitch - 1 }}>
            <Thumbnail photo={entry && photos.get(entry.pose.photoId)} className={styles.photo} />
          </div>
        );
      })}
    </div>
  );
}
