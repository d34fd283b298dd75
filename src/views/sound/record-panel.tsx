import Circle from 'lucide-react/icons/circle';
import Hand from 'lucide-react/icons/hand';
import Mic from 'lucide-react/icons/mic';
import MicOff from 'lucide-react/icons/mic-off';
import Square from 'lucide-react/icons/square';
import { useEffect, useState } from 'react';
import { parseAmount, type Amount } from '../../core/time/amount';
import { Button, IconButton } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { Panel } from '../../kit/panel';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { useDocument, useFilm } from '../../state/document/document';
import { clapTest } from '../../state/record/clap-test';
import {
  chooseMicrophone,
  closeMicrophone,
  findMicrophones,
  openMicrophone,
  setDelay,
  setHearFilm,
  useRecord,
} from '../../state/record/microphone';
import { recordOrStop } from '../../state/record/record';
import { useTakes } from '../../state/record/takes';
import { useTransport } from '../../state/transport/transport';
import { LevelBar } from './meter';
import styles from './sound.module.css';
import { TakeItem } from './take-item';

const LATEST = 1000;

const DELAY: Amount = { label: 'A delay', unit: 'milliseconds', least: 0, most: LATEST, neutral: 0 };

/** As loud, a sample may be cut off at the next word: −1 dB. */
const TOO_LOUD = 0.89;

/** Recording to the film: the microphone, its level and delay, and the takes. */
export function RecordPanel() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  const frame = useTransport((state) => (state.playing ? undefined : state.frame));
  const { microphones, microphone, doing, delay, hearFilm } = useRecord();
  const takes = useTakes((state) => state.takes);
  const [picked, setPicked] = useState<string>();
  useEffect(() => {
    void findMicrophones();
    const changed = (): void => void findMicrophones();
    const devices = navigator.mediaDevices as MediaDevices | undefined;
    devices?.addEventListener('devicechange', changed);
    return () => devices?.removeEventListener('devicechange', changed);
  }, []);
  if (!film) return null;
  const dialogue = film.lanes.find(({ kind }) => kind === 'dialogue') ?? film.lanes[0];
  const laneId = film.lanes.find(({ id }) => id === picked)?.id ?? dialogue?.id ?? '';
  const busy = doing === 'counting' || doing === 'recording';
  const waiting = doing === 'opening' || doing === 'clapping';
  const closed = doing === 'closed';
  return (
    <Panel label="Record">
      <div className={styles.addLane}>
        <SelectField
          label="Microphone"
          value={microphone}
          options={microphones.map(({ id, name }) => ({ value: id, label: name }))}
          disabled={busy || waiting}
          onChange={(id) => void chooseMicrophone(id)}
        />
        <IconButton
          variant="plain"
          label={closed ? 'Open the microphone' : 'Close the microphone'}
          pressed={!closed}
          disabled={busy || waiting}
          onClick={() => void (closed ? openMicrophone() : closeMicrophone())}
        >
          {closed ? <Mic size={17} aria-hidden /> : <MicOff size={17} aria-hidden />}
        </IconButton>
      </div>
      <Level />
      <Button
        variant="main"
        disabled={!canWrite || waiting}
        title="Record from this frame, or stop (E)"
        onClick={recordOrStop}
      >
        {busy ? <Square size={15} aria-hidden /> : <Circle size={15} aria-hidden />}
        {busy ? 'Stop' : `Record from frame ${(frame ?? 0) + 1}`}
      </Button>
      {takes.length > 0 && (
        <>
          <h2>Takes</h2>
          <SelectField
            label="Saved in"
            value={laneId}
            options={film.lanes.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={setPicked}
          />
          <ul className={styles.lanes}>
            {takes.map((take) => (
              <TakeItem key={take.id} laneId={laneId} take={take} disabled={!canWrite || busy} />
            ))}
          </ul>
        </>
      )}
      <CheckField
        label="Hear the film meanwhile (with headphones)"
        checked={hearFilm}
        onChange={setHearFilm}
      />
      <Pair>
        <TypedField
          label="Delay"
          figures
          text={String(Math.round(delay * 1000))}
          parse={(text) => parseAmount(text, DELAY)}
          onCommit={(delay) => setDelay(delay / 1000)}
          disabled={busy}
          hint="ms to correct"
        />
        <Button
          disabled={busy || waiting}
          onClick={() => void clapTest()}
          title="Clap along with four clicks, or let the microphone hear the loudspeaker"
        >
          <Hand size={16} aria-hidden /> Clap test
        </Button>
      </Pair>
      {doing === 'clapping' && (
        <p role="status" className={styles.hint}>
          Clap along with the four clicks, or let the microphone hear the loudspeaker.
        </p>
      )}
    </Panel>
  );
}

function Level() {
  const { peak, most } = useRecord();
  return (
    <>
      <LevelBar label="Level of the microphone" peaks={[peak]} most={most} />
      {most > TOO_LOUD && (
        <p className={styles.hint} role="status">
          Too loud: it is clipped. Move back a little, or turn the microphone down.
        </p>
      )}
    </>
  );
}
