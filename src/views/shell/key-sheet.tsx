import { Dialog } from '../../kit/dialog';
import type { KeyPlace } from './key-place';
import { KEYS } from './keys';
import styles from './shell.module.css';

const PLACES: readonly { place: KeyPlace; label: string }[] = [
  { place: 'anywhere', label: 'Everywhere' },
  { place: 'shoot', label: 'Shoot' },
  { place: 'playing', label: 'Time, Mend, Sound: play' },
  { place: 'looking', label: 'Shoot, Time, Mend, Sound: look' },
  { place: 'sound', label: 'Sound' },
  { place: 'choosing', label: 'Time, Mend: choose poses' },
  { place: 'poses', label: 'Time: poses' },
  { place: 'mend', label: 'Mend' },
  { place: 'cues', label: 'Chosen cues' },
  { place: 'tray', label: 'Sort: the tray' },
  { place: 'table', label: 'Sort: photos that are being added' },
];

/** All keys and what they do. */
export function KeySheet({ onClose }: { readonly onClose: () => void }) {
  return (
    <Dialog title="Shortcuts" wide onClose={onClose}>
      <p>With nothing chosen, shortcuts that change poses change the one on screen.</p>
      <div className={styles.keys}>
        {PLACES.map(({ place, label }) => (
          <section key={place} aria-label={label}>
            <h3>{label}</h3>
            <dl>
              {KEYS[place].map(({ keys, does }) => (
                <div key={keys}>
                  <dt>{keys}</dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  );
}
