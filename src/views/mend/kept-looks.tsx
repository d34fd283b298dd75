import { useEffect, useState } from 'react';
import type { Look } from '../../core/picture/colour/colour-steps';
import { err, ok } from '../../core/time/result';
import { Button } from '../../kit/button';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { dropLook, keepLook, readKeptLooks, takeLook, useKeptLooks } from '../../state/mend/kept-looks';
import styles from './mend.module.css';

interface KeptLooksProps {
  readonly look: Look;
  readonly off: boolean;
}

/** Stacks that are kept under a name, for other films too. */
export function KeptLooks({ look, off }: KeptLooksProps) {
  const looks = useKeptLooks((state) => state.looks);
  const [name, setName] = useState('');
  useEffect(() => void readKeptLooks(), []);
  const chosen = looks?.find((each) => each.name === name);
  return (
    <>
      <h4>Saved for other films</h4>
      {looks && looks.length > 0 && (
        <>
          <SelectField
            label="Look"
            beside
            value={chosen ? name : ''}
            options={[
              { value: '', label: 'Choose one' },
              ...looks.map((each) => ({ value: each.name, label: each.name })),
            ]}
            onChange={setName}
          />
          <div className={styles.picks}>
            <Button
              disabled={off || !chosen}
              onClick={() => chosen && takeLook(chosen)}
              title="Replace the steps with this look"
            >
              Use it
            </Button>
            <Button
              disabled={!chosen}
              onClick={() => chosen && void dropLook(chosen.name)}
              title="Delete this look"
            >
              Delete
            </Button>
          </div>
        </>
      )}
      <TypedField
        label="Save these steps as"
        text=""
        parse={(typed) => {
          if (look.length === 0) return err('There are no steps to save yet.');
          return typed.trim() === '' ? err('Type a name.') : ok(typed);
        }}
        onCommit={(typed) => void keepLook(typed, look)}
      />
    </>
  );
}
