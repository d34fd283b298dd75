import type { ComponentType } from 'react';
import { setShell, SOUND_PANELS, useShell, type SoundPanel } from '../../state/shell/shell';
import { StageFrame } from '../frame/stage-frame';
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

const PANELS: Readonly<Record<SoundPanel, { readonly label: string; readonly View: ComponentType }>> = {
  cue: { label: 'Cue', View: CuePanel },
  words: { label: 'Words', View: TranscriptPanel },
  beat: { label: 'Beat', View: BeatPanel },
  record: { label: 'Record', View: RecordPanel },
  mix: { label: 'Mix', View: MixPanel },
};

/** Stage Sound: the film's sounds, the picture, and the chosen cues or the mix. */
export function SoundView() {
  const panel = useShell((state) => state.soundPanel);
  const { View } = PANELS[panel];
  const tabs = (
    <div className={styles.tabs} role="group" aria-label="Beside the picture">
      {SOUND_PANELS.map((id) => (
        <button
          key={id}
          type="button"
          aria-pressed={panel === id}
          onClick={() => setShell({ soundPanel: id })}
        >
          {PANELS[id].label}
        </button>
      ))}
    </div>
  );
  return (
    <StageFrame
      left={{ name: 'Sounds', width: 228, head: <h2>Sounds</h2>, body: <SoundList /> }}
      right={{ name: 'Cue and mix', width: 266, head: tabs, body: <View /> }}
    >
      <div className={styles.middle}>
        <div className={styles.screen}>
          <Picture />
          <RecordingSign />
        </div>
        <Transport />
      </div>
    </StageFrame>
  );
}
