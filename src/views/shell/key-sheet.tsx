import { useState } from 'react';
import { Dialog } from '../../kit/dialog';
import { useShell } from '../../state/shell/shell';
import { STAGE_VIEWS } from '../stages';
import type { KeyPlace } from './key-place';
import { KEYS } from './keys';
import styles from './shell.module.css';

const PLACES: Readonly<Record<KeyPlace, string>> = {
  anywhere: 'Everywhere',
  shoot: 'Shoot',
  playing: 'Time, Mend, Sound: play',
  looking: 'Shoot, Time, Mend, Sound: look',
  sound: 'Sound',
  choosing: 'Time, Mend: choose poses',
  poses: 'Time: poses',
  mend: 'Mend',
  cues: 'Chosen cues',
  tray: 'Sort: the tray',
  table: 'Sort: photos that are being added',
};

/** All shortcuts and what they do, those of the stage on screen first; what is typed leaves those with all its words. */
export function KeySheet({ onClose }: { readonly onClose: () => void }) {
  const stage = useShell((state) => state.stage);
  const [typed, setTyped] = useState('');
  const { keys, hasCues } = STAGE_VIEWS[stage];
  const own: readonly KeyPlace[] = [...keys(), ...(hasCues ? (['cues'] as const) : [])];
  const places = [...new Set([...own.filter((place) => place !== 'anywhere'), ...Object.keys(PLACES)])];
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const found = (places as readonly KeyPlace[]).flatMap((place) => {
    const shown = KEYS[place].filter((each) => {
      const text = `${each.keys} ${each.does} ${PLACES[place]}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
    return shown.length > 0 ? [{ place, shown }] : [];
  });
  return (
    <Dialog title="Shortcuts" wide onClose={onClose}>
      <input
        type="text"
        className={styles.findKey}
        aria-label="Find a shortcut"
        placeholder="Find a shortcut"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
      />
      <p>With nothing chosen, shortcuts that change poses change the one on screen.</p>
      {found.length === 0 && <p>No shortcut has these words.</p>}
      <div className={styles.keys}>
        {found.map(({ place, shown }) => (
          <section key={place} aria-label={PLACES[place]}>
            <h3>{PLACES[place]}</h3>
            <dl>
              {shown.map(({ keys: combination, does }) => (
                <div key={combination}>
                  <dt>{combination}</dt>
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
