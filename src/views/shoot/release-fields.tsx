import { useEffect, useState } from 'react';
import { parseAmount, type Amount } from '../../core/time/amount';
import { err, ok, type Result } from '../../core/time/result';
import { MOST_FRAMES } from '../../core/shoot/mean-of-frames';
import { Button } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import {
  BURSTS,
  COUNT_INS,
  EVERY,
  MOST_TIMES,
  setShooting,
  useShooting,
  type Shooting,
} from '../../state/shoot/shooting';
import styles from './shoot.module.css';

const EVERY_SECONDS: Amount = { label: 'A photo', unit: 'seconds', ...EVERY, neutral: EVERY.least };
const TIMES: Amount = { label: 'Photos', unit: 'photos', least: 1, most: MOST_TIMES, neutral: 1 };

/** Reads a typed number; nothing typed is none. */
const parseSome = (text: string, amount: Amount): Result<number | undefined> =>
  text.trim() === '' ? ok(undefined) : parseAmount(text, amount);

/** The same, of a whole number. */
function parseWhole(text: string, amount: Amount): Result<number | undefined> {
  const read = parseSome(text, amount);
  return read.ok && read.value !== undefined && !Number.isInteger(read.value)
    ? err(`“${text}” is not a whole number.`)
    : read;
}

/** How photos are released: count-in, by itself, several at a press, the mean of frames, and the key of a remote. */
export function ReleaseFields() {
  const { countIn, every, times, burst, frames, soundAtPress, remote } = useShooting();
  return (
    <div className={styles.group}>
      <SelectField
        label="Count-in"
        value={String(countIn)}
        options={COUNT_INS.map((each) => ({
          value: String(each),
          label: each === 0 ? 'None' : `${each} seconds`,
        }))}
        onChange={(value) => setShooting({ countIn: Number(value) as Shooting['countIn'] })}
      />
      <TypedField
        label="One photo every"
        text={every === undefined ? '' : String(every)}
        parse={(text) => parseSome(text, EVERY_SECONDS)}
        onCommit={(next) => setShooting({ every: next })}
        hint="seconds; empty: off"
        figures
      />
      {every !== undefined && (
        <TypedField
          label="How many"
          text={times === undefined ? '' : String(times)}
          parse={(text) => parseWhole(text, TIMES)}
          onCommit={(next) => setShooting({ times: next })}
          hint="empty: until you stop"
          figures
        />
      )}
      {every === undefined && (
        <SelectField
          label="Photos per press"
          value={String(burst)}
          options={BURSTS.map((each) => ({
            value: String(each),
            label: each === 1 ? 'One' : `${each}, to choose from`,
          }))}
          onChange={(value) => setShooting({ burst: Number(value) as Shooting['burst'] })}
        />
      )}
      <SelectField
        label="Less grain"
        value={String(frames)}
        options={Array.from({ length: MOST_FRAMES }, (_, i) => ({
          value: String(i + 1),
          label: i === 0 ? 'Off' : `Average of ${i + 1}`,
        }))}
        onChange={(value) => setShooting({ frames: Number(value) })}
      />
      <CheckField
        label="Play the sound at each press"
        checked={soundAtPress}
        onChange={(next) => setShooting({ soundAtPress: next })}
      />
      <RemoteKey remote={remote} />
    </div>
  );
}

/** Learns the key that a remote sends: the next one that is pressed. */
function RemoteKey({ remote }: { readonly remote: string | undefined }) {
  const [learns, setLearns] = useState(false);
  useEffect(() => {
    if (!learns) return undefined;
    const learn = (event: KeyboardEvent): void => {
      event.preventDefault();
      event.stopPropagation();
      if (event.key !== 'Escape') setShooting({ remote: event.key });
      setLearns(false);
    };
    addEventListener('keydown', learn, { capture: true, once: true });
    return () => removeEventListener('keydown', learn, { capture: true });
  }, [learns]);
  return (
    <div>
      <Button onClick={() => setLearns(true)} pressed={learns} title="Press this, then press the remote once">
        {learns ? 'Press the remote now…' : remote === undefined ? 'Set up a remote' : `Remote: ${remote}`}
      </Button>
      {remote !== undefined && !learns && (
        <Button variant="quiet" onClick={() => setShooting({ remote: undefined })}>
          Delete
        </Button>
      )}
    </div>
  );
}
