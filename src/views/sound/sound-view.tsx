import { useState } from 'react';
import { Picture } from '../picture/picture';
import { Transport } from '../time/transport';
import { BeatPanel } from './beat-panel';
import { CuePanel } from './cue-panel';
import { MixPanel } from './mix-panel';
import { RecordPanel } from './record-panel';
import { RecordingSign } from './recording-sign';
import { SoundList } from './sound-list';
import { TranscriptPanel } from './transcript-panel';
import styles from './sound.module.css';

const PANELS = [
  { id: 'cue', label: 'Cue' },
  { id: 'words', label: 'Words' },
  { id: 'beat', label: 'Beat' },
  { id: 'record', label: 'Record' },
  { id: 'mix', label: 'Mix' },
] as const;
type Panel = (typeof PANELS)[number]['id'];

/** Stage Sound: the film's sounds, the picture, and the chosen cues or the mix. */
export function SoundView() {
  const [panel, setPanel] = useState<Panel>('cue');
  return (
    <div className={styles.view}>
      <SoundList />
      <div className={styles.middle}>
        <div className={styles.screen}>
          <Picture />
          <RecordingSign />
        </div>
        <Transport />
      </div>
      <div className={styles.side}>
        <div className={styles.tabs} role="group" aria-label="Beside the picture">
          {PANELS.map(({ id, label }) => (
            <button key={id} type="button" aria-pressed={panel === id} onClick={() => setPanel(id)}>
              {label}
            </button>
          ))}
        </div>
        {panel === 'cue' && <CuePanel />}
        {panel === 'words' && <TranscriptPanel />}
        {panel === 'record' && <RecordPanel />}
        {panel === 'beat' && <BeatPanel />}
        {panel === 'mix' && <MixPanel />}
      </div>
    </div>
  );
}
