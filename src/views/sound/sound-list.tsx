import AudioLines from 'lucide-react/icons/audio-lines';
import Play from 'lucide-react/icons/play';
import Plus from 'lucide-react/icons/plus';
import Square from 'lucide-react/icons/square';
import Trash2 from 'lucide-react/icons/trash';
import type { Film } from '../../core/film/film';
import type { Sound } from '../../core/film/sound';
import { SAMPLE_RATE } from '../../core/time/frames';
import { count } from '../../core/time/format';
import { Button, IconButton } from '../../kit/button';
import { Panel } from '../../kit/panel';
import { hearSound, stopHearing, useHearing } from '../../state/sound/hear-sound';
import { laySound } from '../../state/sound/cues';
import { useMissing } from '../../state/document/missing';
import { bringInSounds, removeSound, stopSounds, useSounds } from '../../state/sound/sounds';
import { useDocument, useFilm } from '../../state/document/document';
import { dragSound } from '../dragged-sound';
import { FileChooser } from '../file-chooser';
import styles from './sound.module.css';

const SOUNDS = 'audio/*,video/*,.wav,.mp3,.m4a,.aac,.flac,.ogg,.opus,.aif,.aiff,.aifc,.mkv';

/** The film's sounds: hear them, lay them into the film, see where they are used. */
export function SoundList() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  const incoming = useSounds((state) => state.incoming);
  if (!film) return null;
  return (
    <Panel label="Sounds">
      <FileChooser
        label="Sounds to add"
        testId="choose-sounds"
        accept={SOUNDS}
        disabled={!canWrite}
        onFiles={(files) => void bringInSounds(files)}
      >
        <AudioLines size={17} aria-hidden /> Add sounds
      </FileChooser>
      {incoming && (
        <p role="status" className={styles.incoming}>
          {count(incoming.done, 'sound')} of {incoming.total}, {incoming.seconds.toFixed(0)} s read{' '}
          <Button variant="quiet" onClick={stopSounds}>
            Stop
          </Button>
        </p>
      )}
      {film.sounds.length === 0 && !incoming && (
        <p className={styles.hint}>
          Speech, music, effects: WAV, MP3, M4A, FLAC, Ogg, AIFF, or the sound of a video. Drop them anywhere.
        </p>
      )}
      <ul className={styles.list}>
        {film.sounds.map((sound) => (
          <SoundItem key={sound.id} film={film} sound={sound} disabled={!canWrite} />
        ))}
      </ul>
    </Panel>
  );
}

interface SoundItemProps {
  readonly film: Film;
  readonly sound: Sound;
  readonly disabled: boolean;
}

function SoundItem({ film, sound, disabled }: SoundItemProps) {
  const heard = useHearing((state) => state.hash === sound.hash);
  const missing = useMissing((state) => state.sounds.has(sound.hash));
  const used = film.cues.filter((cue) => cue.soundId === sound.id).length;
  return (
    <li
      className={styles.sound}
      draggable={!disabled}
      onDragStart={(event) => dragSound(event, sound.id)}
      data-tip="Drag it into a lane"
    >
      <IconButton
        label={heard ? `Stop ${sound.name}` : `Hear ${sound.name}`}
        onClick={() => (heard ? stopHearing() : void hearSound(sound))}
      >
        {heard ? <Square size={15} aria-hidden /> : <Play size={15} aria-hidden />}
      </IconButton>
      <span>
        <span className={styles.soundName}>{sound.name}</span>
        <span className={styles.facts}>
          {missing && <b>missing · </b>}
          {(sound.samples / SAMPLE_RATE).toFixed(1)} s · {used > 0 ? count(used, 'cue') : 'not used'}
        </span>
      </span>
      <IconButton
        label={`Add ${sound.name} at the playhead`}
        disabled={disabled}
        onClick={() => laySound(sound)}
      >
        <Plus size={16} aria-hidden />
      </IconButton>
      <IconButton label={`Delete ${sound.name}`} disabled={disabled} onClick={() => removeSound(sound)}>
        <Trash2 size={14} aria-hidden />
      </IconButton>
    </li>
  );
}
