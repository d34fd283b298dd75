import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useLayoutEffect, useMemo, useRef, type MouseEvent } from 'react';
import type { Film } from '../../core/film/film';
import { photoRecipe } from '../../core/film/recipe-of';
import { filteredPhotos } from '../../core/film/tray';
import { count } from '../../core/time/format';
import {
  chooseNoPhotos,
  choosePhoto,
  lookAtActive,
  setTray,
  trayFactsOf,
  useTray,
} from '../../state/photos/tray';
import { startDraggingPhotos } from '../dragged-photos';
import { cardId, PhotoCard } from './photo-card';
import { TrayBar } from './tray-bar';
import { trayLayout } from './tray-layout';
import styles from './tray.module.css';
import { useChoiceBox } from './use-choice-box';

/** The photo under the pointer, by id. */
const photoAt = (event: MouseEvent): string | undefined =>
  (event.target as HTMLElement).closest<HTMLElement>('[data-photo]')?.dataset['photo'];

/** All photos of the film in order, used or not; chosen by clicks, keys, and a box drawn around them. */
export function Tray({ film }: { readonly film: Film }) {
  const scroller = useRef<HTMLDivElement>(null);
  const { filter, size, columns, chosen, active } = useTray();
  const facts = trayFactsOf(film);
  const photos = useMemo(() => filteredPhotos(film, filter, facts), [film, filter, facts]);
  const layout = trayLayout(size);

  useLayoutEffect(() => {
    const element = scroller.current;
    if (!element) return undefined;
    const observer = new ResizeObserver(() =>
      setTray({ columns: trayLayout(size).columns(element.clientWidth) }),
    );
    observer.observe(element);
    return () => observer.disconnect();
  }, [size]);

  const rows = useVirtualizer({
    count: Math.ceil(photos.length / columns),
    getScrollElement: () => scroller.current,
    estimateSize: () => layout.pitch,
    paddingStart: layout.margin,
    overscan: 1,
  });
  // The virtualiser measures once; another size of cards is another measure.
  useLayoutEffect(() => rows.measure(), [rows, size, columns]);

  const activeIndex = useMemo(() => photos.findIndex((photo) => photo.id === active), [photos, active]);
  useEffect(() => {
    if (activeIndex >= 0) rows.scrollToIndex(Math.floor(activeIndex / columns));
  }, [rows, activeIndex, columns]);

  const box = useChoiceBox({ scroller, photos, columns, layout });

  const pick = (event: MouseEvent<HTMLElement>): void => {
    if (box.justDrawn()) return;
    const id = photoAt(event);
    if (id === undefined) return chooseNoPhotos();
    choosePhoto(id, event.shiftKey ? 'range' : event.ctrlKey || event.metaKey ? 'toggle' : 'only');
  };

  return (
    <div className={styles.whole}>
      <TrayBar film={film} shown={photos.length} />
      <div
        ref={scroller}
        className={layout.small ? `${styles.tray} ${styles.small}` : styles.tray}
        tabIndex={0}
        role="listbox"
        aria-multiselectable
        aria-label={`Tray, ${count(photos.length, 'photo')}`}
        aria-activedescendant={activeIndex >= 0 && active !== undefined ? cardId(active) : undefined}
        onClick={pick}
        onDoubleClick={(event) => photoAt(event) !== undefined && lookAtActive()}
        onDragStart={startDraggingPhotos}
        {...box.handlers}
      >
        {photos.length === 0 && <p className={styles.none}>No photo fits this filter.</p>}
        <div className={styles.cards} role="presentation" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map((row) => (
            <div
              key={row.key}
              role="presentation"
              className={styles.row}
              style={{
                top: row.start,
                height: layout.height,
                gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
              }}
            >
              {photos.slice(row.index * columns, (row.index + 1) * columns).map((photo, i) => (
                <PhotoCard
                  key={photo.id}
                  photo={photo}
                  recipe={photoRecipe(photo, film)}
                  uses={facts.uses.get(photo.id)}
                  notices={facts.notices.get(photo.id)}
                  fresh={facts.fresh.has(photo.id)}
                  chosen={chosen.has(photo.id)}
                  active={photo.id === active}
                  index={row.index * columns + i}
                  total={photos.length}
                />
              ))}
            </div>
          ))}
          {box.rect && <div className={styles.box} style={box.rect} />}
        </div>
      </div>
    </div>
  );
}
