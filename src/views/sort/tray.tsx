import { useVirtualizer } from '@tanstack/react-virtual';
import { useLayoutEffect, useMemo, useRef, useState } from 'react';
import { posesOf, type Film } from '../../core/film/film';
import { count } from '../../core/time/words';
import { Thumbnail } from '../thumbnail';
import styles from './sort.module.css';

const CARD_WIDTH = 176;
const ROW_HEIGHT = 166;

/** All photos of the film in order, used or not. */
export function Tray({ film }: { readonly film: Film }) {
  const scroller = useRef<HTMLDivElement>(null);
  const [columns, setColumns] = useState(5);
  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return undefined;
    const observer = new ResizeObserver(() =>
      setColumns(Math.max(1, Math.floor(element.clientWidth / CARD_WIDTH))),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const rows = useVirtualizer({
    count: Math.ceil(film.photos.length / columns),
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW_HEIGHT,
    overscan: 3,
  });
  const uses = useMemo(() => {
    const times = new Map<string, number>();
    for (const pose of posesOf(film)) times.set(pose.photoId, (times.get(pose.photoId) ?? 0) + 1);
    return times;
  }, [film]);
  return (
    <div
      ref={scroller}
      className={styles.tray}
      tabIndex={0}
      role="region"
      aria-label={`Tray, ${count(film.photos.length, 'photo')}`}
    >
      <div className={styles.rows} style={{ height: rows.getTotalSize() }}>
        {rows.getVirtualItems().map((row) => (
          <div
            key={row.key}
            className={styles.row}
            style={{
              transform: `translateY(${row.start}px)`,
              gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
            }}
          >
            {film.photos.slice(row.index * columns, (row.index + 1) * columns).map((photo) => {
              const used = uses.get(photo.id) ?? 0;
              return (
                <figure key={photo.id} className={styles.photo}>
                  <Thumbnail photo={photo} className={styles.thumb} />
                  <figcaption>
                    <span className={styles.name} title={photo.name}>
                      {photo.name}
                    </span>
                    <span className={styles.used}>
                      {used === 0 ? 'not used' : used === 1 ? 'used' : `used ${used}×`}
                    </span>
                  </figcaption>
                </figure>
              );
            })}
          </div>
        ))}
      </div>
    </div>
  );
}
