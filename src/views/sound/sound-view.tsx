import { scheduleOf } from '../../core/film/schedule';
import { Tabs } from '../../kit/tabs';
import type { SideTab } from '../frame/side-tab';
import { useFilm } from '../../state/document/document';
import { setShell, SOUND_PANELS, useShell, type SoundPanel } from '../../state/shell/shell';
import { StageFrame } from '../frame/stage-frame';
import { NoPoses } from '../no-poses';
import { Picture } from '../picture/picture';
import { Transport } from '../time/transport';
import { BeatPanel } from './beat-panel';
import { CuePanel } from './cue-panel';
import { MixPanel } from './mix-panel';
import { RecordPanel } from './record-panel';
import { CountIn, RecordingSign } from './recording-sign';
import { SoundList } from './sound-list';
import { TranscriptPanel } from './transcript-panel';
import styles from './sound.module.css';

const PANELS: Readonly<Record<SoundPanel, SideTab>> = {
  cue: { label: 'Cue', View: CuePanel, guide: 'cue' },
  words: { label: 'Words', View: TranscriptPanel, guide: 'words' },
  beat: { label: 'Beat', View: BeatPanel, guide: 'beat' },
  record: { label: 'Record', View: RecordPanel, guide: 'record' },
  mix: { label: 'Mix', View: MixPanel, guide: 'mix' },
};

/** Stage Sound: the film's sounds, the picture, and the chosen cues or the mix. */
export function SoundView() {
  const film = useFilm();
  const panel = useShell((state) => state.soundPanel);
  const { View, guide } = PANELS[panel];
  const tabs = (
    <Tabs
      label="Beside the picture"
      tabs={SOUND_PANELS.map((id) => [id, PANELS[id].label])}
      chosen={panel}
      onChoose={(id) => setShell({ soundPanel: id })}
    />
  );
  return (
    <StageFrame
      left={{ name: 'Sounds', width: 228, head: <h2>Sounds</h2>, body: <SoundList />, guide: 'sounds' }}
      right={{ name: 'Cue and mix', width: 304, head: tabs, body: <View />, guide }}
    >
      <div className={styles.middle}>
        <div className={styles.screen}>
          {film && scheduleOf(film).count === 0 ? (
            <NoPoses
              film={film}
              heading="No picture to hear yet"
              words="Put speech, music and effects under the poses, and record your own voice."
            />
          ) : (
            <Picture />
          )}
          <CountIn />
        </div>
        <RecordingSign />
        <Transport />
      </div>
    </StageFrame>
  );
}
