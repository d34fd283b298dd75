import { SelectField } from '../../kit/select-field';
import { CHECKED_SECONDS, setShooting, useShooting } from '../../state/shoot/shooting';
import { setSpeed, SPEEDS } from '../../state/transport/play';
import { useTransport } from '../../state/transport/transport';
import styles from './shoot.module.css';

/** How much of the film is played before the live picture, and how fast. */
export function CheckFields() {
  const checked = useShooting((state) => state.checked);
  const speed = useTransport((state) => state.speed);
  return (
    <div className={styles.group}>
      <SelectField
        label="Play the last"
        value={String(checked)}
        options={CHECKED_SECONDS.map((each) => ({
          value: String(each),
          label: each === 1 ? '1 second' : `${each} seconds`,
        }))}
        onChange={(value) =>
          setShooting({ checked: CHECKED_SECONDS.find((each) => String(each) === value) ?? 2 })
        }
      />
      <SelectField
        label="Speed"
        value={String(speed)}
        options={SPEEDS.map((each) => ({ value: String(each), label: `${each} × the film’s` }))}
        onChange={(value) => setSpeed(Number(value))}
      />
    </div>
  );
}
