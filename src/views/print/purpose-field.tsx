import { useState } from 'react';
import { PURPOSES, sameSettings, type Purpose } from '../../core/print/purposes';
import type { PrintSettings } from '../../core/print/print-settings';
import { err, ok } from '../../core/time/result';
import { Button } from '../../kit/button';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { forgetPurpose, keepPurpose, takePurpose, usePrintSettings } from '../../state/print/print-settings';
import styles from './print.module.css';

const OWN = '';
const KEEP = ' keep';

/** What the print is for: settings under a name, and the person's own. */
export function PurposeField({ settings }: { readonly settings: PrintSettings }) {
  const purposes = usePrintSettings((state) => state.purposes);
  const [isNaming, setNaming] = useState(false);
  const all: readonly Purpose[] = [...PURPOSES, ...purposes];
  const chosen = all.find((each) => sameSettings(each.settings, settings));
  const isOwn = chosen !== undefined && purposes.includes(chosen);
  return (
    <>
      <SelectField
        label="Use"
        beside
        value={chosen?.name ?? OWN}
        options={[
          ...(chosen ? [] : [{ value: OWN, label: 'Own settings' }]),
          ...all.map(({ name }) => ({ value: name, label: name })),
          { value: KEEP, label: 'Save these settings…' },
        ]}
        onChange={(name) => {
          setNaming(name === KEEP);
          const purpose = all.find((each) => each.name === name);
          if (purpose) takePurpose(purpose);
        }}
      />
      {isNaming && (
        <TypedField
          label="Save these settings as"
          text=""
          parse={(typed) => {
            const name = typed.trim();
            if (name === '') return err('Type a name.');
            return PURPOSES.some((each) => each.name === name)
              ? err(`“${name}” is there already. Type another name.`)
              : ok(name);
          }}
          onCommit={(name) => {
            keepPurpose(name);
            setNaming(false);
          }}
        />
      )}
      {isOwn && (
        <div className={styles.row}>
          <Button onClick={() => forgetPurpose(chosen.name)}>Delete “{chosen.name}”</Button>
        </div>
      )}
    </>
  );
}
