import FlagIcon from 'lucide-react/icons/flag';
import MapPin from 'lucide-react/icons/map-pin';
import Trash2 from 'lucide-react/icons/trash';
import { FLAG_KINDS, PAINTS, type FlagKind, type Paint } from '../../core/film/film';
import { placedFlags, type PlacedFlag } from '../../core/film/moments';
import { scheduleOf } from '../../core/film/schedule';
import { ok } from '../../core/time/result';
import { count } from '../../core/time/format';
import { Button, IconButton } from '../../kit/button';
import { Panel } from '../../kit/panel';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { addFlag, changeFlag, moveFlagHere, removeFlag } from '../../state/poses/flags';
import { goTo, pause } from '../../state/transport/play';
import { useDocument, useFilm } from '../../state/document/document';
import { useTransport } from '../../state/transport/transport';
import { flagWords, KIND_WORDS } from './flag-words';
import styles from './flags.module.css';

const KINDS = FLAG_KINDS.map((kind) => ({ value: kind, label: KIND_WORDS[kind] }));
const COLOURS = PAINTS.map((paint) => ({ value: paint, label: paint }));

/** All flags in the order of time; the one on screen can be changed. */
export function FlagsPanel() {
  const film = useFilm();
  const canWrite = useDocument((state) => state.canWrite);
  const frame = useTransport((state) => (state.playing ? undefined : state.frame));
  if (!film) return null;
  const flags = placedFlags(film, scheduleOf(film));
  const here = flags.filter((placed) => placed.frame === frame);
  return (
    <Panel label="Flags">
      <h2>{count(flags.length, 'flag')}</h2>
      <Button
        disabled={!canWrite || film.scenes.length === 0}
        onClick={() => addFlag()}
        title="Flag this frame (F)"
      >
        <FlagIcon size={16} aria-hidden /> Flag this frame
      </Button>
      {here.map((placed) => (
        <FlagSettings key={placed.flag.id} placed={placed} disabled={!canWrite} />
      ))}
      <ul className={styles.flags}>
        {flags.map((placed) => (
          <li key={placed.flag.id}>
            <button
              type="button"
              aria-current={placed.frame === frame ? 'true' : undefined}
              style={{ ['--scene' as string]: `var(--${placed.flag.colour})` }}
              onClick={() => {
                pause();
                goTo(placed.frame);
              }}
            >
              <strong>{placed.flag.label || KIND_WORDS[placed.flag.kind]}</strong>
              <span>
                {placed.frame + 1}
                {placed.loose && ' loose'}
              </span>
            </button>
            <IconButton
              label="Move it to this frame"
              disabled={!canWrite}
              onClick={() => moveFlagHere(placed.flag)}
            >
              <MapPin size={15} aria-hidden />
            </IconButton>
            <IconButton
              label={`Delete ${flagWords(placed)}`}
              disabled={!canWrite}
              onClick={() => removeFlag(placed.flag.id)}
            >
              <Trash2 size={15} aria-hidden />
            </IconButton>
          </li>
        ))}
      </ul>
    </Panel>
  );
}

function FlagSettings({ placed, disabled }: { readonly placed: PlacedFlag; readonly disabled: boolean }) {
  const { flag } = placed;
  return (
    <div className={styles.settings} role="group" aria-label={flagWords(placed)}>
      <TypedField
        label="Words"
        text={flag.label}
        parse={(text) => ok(text.trim().slice(0, 200))}
        onCommit={(label) => changeFlag({ ...flag, label })}
        disabled={disabled}
      />
      <Pair>
        <SelectField
          label="Kind"
          value={flag.kind}
          options={KINDS}
          disabled={disabled}
          onChange={(kind) => changeFlag({ ...flag, kind: kind as FlagKind })}
        />
        <SelectField
          label="Colour"
          value={flag.colour}
          options={COLOURS}
          disabled={disabled}
          onChange={(colour) => changeFlag({ ...flag, colour: colour as Paint })}
        />
      </Pair>
    </div>
  );
}
