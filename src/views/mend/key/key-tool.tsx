import Pipette from 'lucide-react/icons/pipette';
import RotateCcw from 'lucide-react/icons/rotate-ccw';
import ScanSearch from 'lucide-react/icons/scan-search';
import Trash2 from 'lucide-react/icons/trash';
import X from 'lucide-react/icons/x';
import { useEffect } from 'react';
import { KEY_AMOUNTS, type Key, type KeyAmount } from '../../../core/film/key';
import type { Film } from '../../../core/film/film';
import type { KeyView } from '../../../core/picture/key/key-cut';
import { count } from '../../../core/time/format';
import { CheckField } from '../../../kit/check-field';
import { SelectField } from '../../../kit/select-field';
import { SliderField } from '../../../kit/slider-field';
import { Tabs } from '../../../kit/tabs';
import { Tools } from '../../../kit/tools';
import { useDocument, useFilm } from '../../../state/document/document';
import {
  keyAsBefore,
  keyInScope,
  keyOfScope,
  setKeyAmount,
  switchKey,
  tryKeyAmount,
} from '../../../state/mend/key/keys';
import { setKeying, useKeying, type Pointing } from '../../../state/mend/key/keying';
import { removeOutline } from '../../../state/mend/key/outlines';
import { backingsFound, findBackings, unpickBacking } from '../../../state/mend/key/pick-backing';
import { photosInScope } from '../../../state/mend/target-photos';
import { MEND_SCOPES, type MendScope } from '../../../state/mend/mend';
import { setKeyView, useShownAs } from '../../../state/picture/shown-film';
import { useSelection } from '../../../state/selection/selection';
import { useLongJob } from '../../../state/shell/long-job';
import { useTransport } from '../../../state/transport/transport';
import { COPY_TOOLS } from '../copy-tools';
import mend from '../mend.module.css';
import { partWords } from '../scope-words';
import { BehindFields } from './behind-fields';
import styles from './key.module.css';

const VIEWS: readonly (readonly [view: KeyView | 'result', word: string, tip?: string])[] = [
  ['result', 'Result', 'The subject before its background'],
  ['matte', 'Matte', 'White stays, black goes'],
  ['backing', 'Dropped', 'Only what goes'],
];

const WAYS: readonly (readonly [way: Pointing | 'nothing', word: string])[] = [
  ['nothing', 'View'],
  ['pick', 'Pick'],
  ['stays', 'Keep'],
  ['goes', 'Drop'],
];

const WAY_HINTS: Readonly<Record<Pointing | 'nothing', string>> = {
  nothing: 'Pick the colour of the backing, then draw around what to keep or drop.',
  pick: 'Click on the backing, in the light and in the shade: each click adds a colour.',
  stays: 'Draw around a part to keep always.',
  goes: 'Draw around a part to drop always.',
};

/** From one place of a slider to the next. */
const STEPS: Readonly<Record<KeyAmount, number>> = {
  ...{ width: 0.5, softness: 1, edge: 0.1, spill: 1, reach: 0.1, holes: 0.1, specks: 0.1, shadows: 1 },
};

/** What each key needs, and what few do. */
const EVERYDAY: readonly KeyAmount[] = ['width', 'softness'];
const FINER = (Object.keys(KEY_AMOUNTS) as readonly KeyAmount[]).filter((name) => !EVERYDAY.includes(name));

/** Key: the subject is cut out of a plain backing, and something else stands behind it. */
export function KeyTool() {
  const film = useFilm();
  useTransport((state) => state.frame);
  useSelection((state) => state.chosen);
  const canWrite = useDocument((state) => state.canWrite);
  const { scope } = useKeying();
  // What is just pointed at, and how it is looked at, end with the tool.
  useEffect(
    () => () => {
      setKeying({ pointing: undefined });
      setKeyView(undefined);
    },
    [],
  );
  if (!film) return null;
  const key = keyOfScope(film, scope);
  const off = !canWrite;
  return (
    <>
      <SelectField
        label="Photos"
        beside
        value={scope}
        options={MEND_SCOPES.toReversed().map((each) => ({ value: each, label: partWords(each) }))}
        onChange={(next) => setKeying({ scope: next as MendScope })}
      />
      <Pointers />
      <Picked film={film} picked={key.picked} off={off} />
      <KeyViews />
      <Amounts names={EVERYDAY} of={key} off={off} />
      <BehindFields film={film} behind={key.behind} off={off || key.picked.length === 0} />
      <Amounts names={FINER} of={key} off={off} />
      <Outlines outlines={key.outlines} off={off} />
      <CheckField
        label={`Cut out ${partWords(scope)}`}
        checked={!key.off}
        onChange={switchKey}
        disabled={off || key.picked.length === 0}
      />
      <Tools
        label="The key"
        disabled={off}
        tools={[
          ...COPY_TOOLS,
          {
            word: 'Reset',
            label: `Delete the key of ${partWords(scope)}`,
            icon: RotateCcw,
            run: keyAsBefore,
            off: !keyInScope(film, scope),
          },
        ]}
      />
    </>
  );
}

interface AmountsProps {
  readonly names: readonly KeyAmount[];
  readonly of: Key;
  readonly off: boolean;
}

function Amounts({ names, of: key, off }: AmountsProps) {
  return names.map((name) => (
    <SliderField
      key={name}
      amount={KEY_AMOUNTS[name]}
      step={STEPS[name]}
      value={key[name]}
      onTry={(value) => tryKeyAmount(name, value)}
      onCommit={(value) => setKeyAmount(name, value)}
      disabled={off || key.picked.length === 0}
    />
  ));
}

function Pointers() {
  const pointing = useKeying((state) => state.pointing) ?? 'nothing';
  return (
    <>
      <Tabs
        label="What the pointer does"
        tabs={WAYS}
        chosen={pointing}
        onChoose={(way) => setKeying({ pointing: way === 'nothing' ? undefined : way })}
      />
      <p className={mend.hint}>{WAY_HINTS[pointing]}</p>
    </>
  );
}

function KeyViews() {
  const view = useShownAs((state) => state.keyView) ?? 'result';
  return (
    <Tabs
      label="What the picture shows"
      tabs={VIEWS}
      chosen={view}
      onChoose={(next) => setKeyView(next === 'result' ? undefined : next)}
    />
  );
}

interface PickedProps {
  readonly film: Film;
  readonly picked: Key['picked'];
  readonly off: boolean;
}

/** The colours that were picked, and in how many photos the backing was found. */
function Picked({ film, picked, off }: PickedProps) {
  const { scope } = useKeying();
  const busy = useLongJob((state) => state.job !== undefined);
  if (picked.length === 0) return <p className={mend.hint}>No colour is picked yet.</p>;
  const photos = photosInScope(film, scope);
  return (
    <>
      <ul className={styles.picked} aria-label="Colours that are picked">
        {picked.map(({ colour, x, y }, i) => (
          <li key={`${x} ${y} ${colour.join()}`}>
            <i style={{ background: `rgb(${colour.join()})` }} aria-hidden />
            <button
              type="button"
              disabled={off}
              aria-label={`Delete colour ${i + 1}`}
              data-tip="Take this colour out"
              onClick={() => void unpickBacking(i)}
            >
              <X size={14} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      <p className={mend.hint} role="status">
        Backing found in {backingsFound(photos)} of {count(photos.length, 'photo')}
      </p>
      <Tools
        label="Backing"
        disabled={off || busy}
        tools={[
          {
            word: 'Pick more',
            label: 'Pick the backing where it is lighter or darker',
            icon: Pipette,
            run: () => setKeying({ pointing: 'pick' }),
          },
          {
            word: 'Find again',
            label: 'Find the backing in each photo: after photos were added or the light changed',
            icon: ScanSearch,
            run: () => findBackings(),
          },
        ]}
      />
    </>
  );
}

function Outlines({ outlines, off }: { readonly outlines: Key['outlines']; readonly off: boolean }) {
  if (outlines.length === 0) return null;
  return (
    <ol className={styles.outlines} aria-label="Parts always kept or dropped">
      {outlines.map(({ id, stays }, i) => (
        <li key={id}>
          {i + 1}: always {stays ? 'kept' : 'dropped'}
          <button
            type="button"
            disabled={off}
            aria-label={`Delete part ${i + 1}`}
            data-tip="Take this part out"
            onClick={() => removeOutline(id)}
          >
            <Trash2 size={14} aria-hidden />
          </button>
        </li>
      ))}
    </ol>
  );
}
