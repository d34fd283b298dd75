import { useId } from 'react';
import type { Film } from '../../core/film/film';
import { filteredPhotos, TRAY_FILTERS, type TrayFilter } from '../../core/film/tray';
import { count } from '../../core/time/format';
import { LARGEST_CARD, setTray, SMALLEST_CARD, trayFactsOf, useTray } from '../../state/photos/tray';
import styles from './tray.module.css';

const FILTER_WORDS: Readonly<Record<TrayFilter, string>> = {
  all: 'All photos',
  used: 'In the film',
  unused: 'Not used',
  aside: 'Set aside',
  new: 'New',
  noticed: 'Something noticed',
  retouched: 'Retouched',
  out: 'Saved out',
};

/** Which photos the tray shows, and how large. */
export function TrayBar({ film, shown }: { readonly film: Film; readonly shown: number }) {
  const id = useId();
  const { filter, size } = useTray();
  const facts = trayFactsOf(film);
  const options = TRAY_FILTERS.map((value) => ({ value, photos: filteredPhotos(film, value, facts).length }));
  return (
    <div className={styles.bar}>
      <label htmlFor={id}>Show</label>
      <select
        id={id}
        value={filter}
        onChange={(event) => setTray({ filter: event.target.value as TrayFilter })}
      >
        {options.map(({ value, photos }) => (
          <option key={value} value={value} disabled={photos === 0 && value !== filter}>
            {FILTER_WORDS[value]} ({photos})
          </option>
        ))}
      </select>
      <p>{filter !== 'all' && `${count(shown, 'photo')} of ${film.photos.length}`}</p>
      <label htmlFor={`${id}-size`}>Size of the photos</label>
      <input
        id={`${id}-size`}
        type="range"
        min={SMALLEST_CARD}
        max={LARGEST_CARD}
        step={8}
        value={size}
        onChange={(event) => setTray({ size: Number(event.target.value) })}
      />
    </div>
  );
}
