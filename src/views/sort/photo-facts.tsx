import type { Film, Photo } from '../../core/film/film';
import { formatNotice } from '../../core/film/intake/notices';
import { fileOf, shownSize } from '../../core/film/photo-picture';
import { count, formatSize } from '../../core/time/format';
import { trayFactsOf } from '../../state/photos/tray';
import { choosePose } from '../../state/selection/choose';
import { goTo } from '../../state/transport/play';
import styles from './sort.module.css';

/** Poses told of singly; more become a figure. */
const MOST_USES = 6;

/** What is known of one photo, and where it is used. */
export function PhotoFacts({ film, photo }: { readonly film: Film; readonly photo: Photo }) {
  const facts = trayFactsOf(film);
  const uses = facts.uses.get(photo.id) ?? [];
  const notices = facts.notices.get(photo.id) ?? [];
  const { width, height } = shownSize(photo);
  const scenes = new Map(film.scenes.map((scene) => [scene.id, scene.name]));
  return (
    <div className={styles.photoFacts}>
      <p>
        <bdi>{photo.name}</bdi>
        <br />
        {width} × {height}, {formatSize(fileOf(photo).bytes)}
        {photo.retouched && (
          <>
            <br />
            retouched: <bdi>{photo.retouched.name}</bdi>
          </>
        )}
        {photo.writtenOut && (
          <>
            <br />
            saved out as <bdi>{photo.writtenOut.stem}</bdi>
          </>
        )}
      </p>
      {notices.length > 0 && <p>{notices.map(formatNotice).join('; ')}</p>}
      {uses.length > 0 && (
        <ul aria-label="Where it is used">
          {uses.slice(0, MOST_USES).map((entry) => (
            <li key={entry.pose.id}>
              <button
                type="button"
                onClick={() => {
                  choosePose(entry.pose.id, 'only');
                  goTo(entry.start);
                }}
              >
                Pose {entry.index + 1}, {scenes.get(entry.sceneId)}, {count(entry.pose.hold, 'frame')}
              </button>
            </li>
          ))}
          {uses.length > MOST_USES && <li>and {uses.length - MOST_USES} more</li>}
        </ul>
      )}
    </div>
  );
}
