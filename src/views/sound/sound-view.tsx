import { useState } from 'react';
import { Picture } from '../picture/picture';
import { Transport } from '../time/transport';
import { BeatPanel } from './beat-panel';
import { CuePanel } from './cue-panel';
import { MixPanel } from './mix-panel';
import { SoundList } from './sound-list';
import { WordsPanel } from './words-panel';
import styles from './sound.module.css';

/** Stage Sound: the film's sounds, the picture, and the chosen cues or the mix. */
export function SoundView() {
  const [panel, setPanel] = useState<'cue' | 'words' | 'beat' | 'mix'>('cue');
  return (
    <div className={styles.view}>
      <SoundList />
      <div className={styles.middle}>
        <Picture />
        <Transport />
      </div>
      <div className={styles.side}>
        <div className={styles.tabs} role="group" aria-label="Beside the picture">
          <button type="button" aria-pressed={panel === 'cue'} onClick={() => setPanel('cue')}>
            Cue
          </button>
          <button type="button" aria-pressed={panel === 'words'} onClick={() => setPanel('words')}>
            Words
          </button>
          <button type="button" aria-pressed={panel === 'beat'} onClick={() => setPanel('beat')}>
            Beat
          </button>
          <button type="button" aria-pressed={panel === 'mix'} onClick={() => setPanel('mix')}>
            Mix
          </button>
        </div>
        {panel === 'cue' && <CuePanel />}
        {panel === 'words' && <WordsPanel />}
        {panel === 'beat' && <BeatPanel />}
        {panel === 'mix' && <MixPanel />}
      </div>
    </div>
  );
}
