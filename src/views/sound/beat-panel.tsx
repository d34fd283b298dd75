import ArrowLeft from 'lucide-react/icons/arrow-left';
import ArrowRight from 'lucide-react/icons/arrow-right';
import AudioWaveform from 'lucide-react/icons/audio-waveform';
import Divide from 'lucide-react/icons/divide';
import Target from 'lucide-react/icons/target';
import Trash2 from 'lucide-react/icons/trash';
import X from 'lucide-react/icons/x';
import { stepAt } from '../../core/edits/beat-edits';
import { beatWords, parseTempo } from '../../core/time/beats';
import { Button } from '../../kit/button';
import { Panel } from '../../kit/panel';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { Tools } from '../../kit/tools';
import { TypedField } from '../../kit/typed-field';
import { useDocument, useFilm } from '../../state/document/document';
import { useSelection } from '../../state/selection/selection';
import {
  findTheBeat,
  firstBeatHere,
  musicOf,
  musicSampleHere,
  nudgeFirstBeat,
  scaleTempo,
  setBar,
  setFirstBeat,
  takeBeatsOff,
  typeTempo,
} from '../../state/sound/beats';
import { useTransport } from '../../state/transport/transport';
import { OnBeats } from './on-beats';
import { parseSeconds, seconds } from './seconds';
import styles from './sound.module.css';
import { Taps } from './taps';
import { TempoMap } from './tempo-map';

const BARS = [2, 3, 4, 5, 6, 8];

/** Tempo and beats of the music, and poses, holds and cues that are put on them. */
export function BeatPanel() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  const chosenCues = useSelection((state) => state.chosenCues);
  // Not while it plays: the panel would be made anew for each frame.
  const frame = useTransport((state) => (state.playing ? undefined : state.frame));
  if (!film) return null;
  const music = musicOf(film, chosenCues);
  if (!music) {
    return (
      <Panel label="Beat">
        <h2>No music yet</h2>
        <p className={styles.hint}>Add a piece of music to a music lane: its beats are found here.</p>
      </Panel>
    );
  }
  const { beats } = music.sound;
  const off = !canWrite;
  const step = beats ? stepAt(beats, frame === undefined ? 0 : musicSampleHere(film, music, frame)) : 0;
  const tempo = beats?.steps[step]?.tempo;
  return (
    <Panel label="Beat">
      <h2>{music.sound.name}</h2>
      <Button disabled={off} onClick={findTheBeat}>
        <AudioWaveform size={16} aria-hidden /> Find the beat
      </Button>
      <Pair>
        <TypedField
          label="Tempo"
          figures
          text={tempo === undefined ? '' : String(tempo)}
          parse={parseTempo}
          preview={(value) => beatWords(value, film.settings.rate)}
          onCommit={typeTempo}
          disabled={off}
          hint="beats a minute"
        />
        <SelectField
          label="Beats to a bar"
          value={String(beats?.toBar ?? 4)}
          disabled={off || !beats}
          options={[...new Set([...BARS, beats?.toBar ?? 4])]
            .sort((a, b) => a - b)
            .map((each) => ({ value: String(each), label: String(each) }))}
          onChange={(value) => setBar(Number(value))}
        />
      </Pair>
      <Taps disabled={off} />
      {beats && tempo !== undefined && (
        <>
          <p className={styles.facts} data-testid="frames-to-beat" role="status">
            {beatWords(tempo, film.settings.rate)}
          </p>
          <TypedField
            label="First beat"
            figures
            text={seconds(beats.steps[0]?.at ?? 0)}
            parse={(text) => parseSeconds(text, music.sound.samples)}
            onCommit={setFirstBeat}
            disabled={off}
            hint="from the start of the sound"
          />
          <Tools
            label="Beats"
            disabled={off}
            tools={[
              { word: 'First here', label: 'First beat on this frame', icon: Target, run: firstBeatHere },
              { word: 'Delete', label: 'Delete the beats', icon: Trash2, run: takeBeatsOff },
              {
                word: 'Earlier',
                label: 'Move the beats a hundredth of a second earlier',
                icon: ArrowLeft,
                run: () => nudgeFirstBeat(-0.01),
              },
              {
                word: 'Later',
                label: 'Move the beats a hundredth of a second later',
                icon: ArrowRight,
                run: () => nudgeFirstBeat(0.01),
              },
              { word: 'Twice', label: 'Twice as many beats', icon: X, run: () => scaleTempo(2) },
              { word: 'Half', label: 'Half as many beats', icon: Divide, run: () => scaleTempo(0.5) },
            ]}
          />
          <TempoMap beats={beats} current={step} disabled={off} />
          <OnBeats key={music.cue.id} film={film} music={music} disabled={off} />
        </>
      )}
    </Panel>
  );
}
