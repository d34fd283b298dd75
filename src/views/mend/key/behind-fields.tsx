import SunMedium from 'lucide-react/icons/sun-medium';
import type { Film } from '../../../core/film/film';
import { BEHIND_BLUR, RUN_FROM, type Behind } from '../../../core/film/key';
import { STRENGTH } from '../../../core/film/photo-mends';
import { MOVE_BOUNDS, UNMOVED, type Move } from '../../../core/picture/move';
import { parseAmount, signed, type Amount } from '../../../core/time/amount';
import { ColourField } from '../../../kit/colour-field';
import { Pair } from '../../../kit/pair';
import { SelectField } from '../../../kit/select-field';
import { SliderField } from '../../../kit/slider-field';
import { Tools } from '../../../kit/tools';
import { TypedField } from '../../../kit/typed-field';
import {
  matchBehind,
  moveBehind,
  setBehind,
  setBehindFile,
  setBehindKind,
  tryBehind,
  type PictureBehind,
} from '../../../state/mend/key/behind';
import { sceneOnScreen } from '../../../state/poses/scenes';
import { PictureChooser } from '../../picture-chooser';
import mend from '../mend.module.css';

const KINDS: readonly { readonly value: Behind['kind'] | 'film'; readonly label: string }[] = [
  { value: 'film', label: 'as the film' },
  { value: 'colour', label: 'a colour' },
  { value: 'gradient', label: 'a gradient' },
  { value: 'photo', label: 'a photo' },
  { value: 'run', label: 'another scene' },
];

const TURN: Amount = { label: 'Turn', unit: '°', least: -360, most: 360, neutral: 0 };
const SHIFT = { unit: '%', least: -100 * MOVE_BOUNDS.shift, most: 100 * MOVE_BOUNDS.shift, neutral: 0 };

/** How a picture behind is placed, in the numbers of a person. */
const PLACED = {
  right: { ...SHIFT, label: 'Right %', times: 100 },
  down: { ...SHIFT, label: 'Down %', times: 100 },
  size: {
    ...{ label: 'Size %', unit: '%', neutral: 100, times: 100 },
    ...{ least: 100 * MOVE_BOUNDS.size.least, most: 100 * MOVE_BOUNDS.size.most },
  },
  turn: {
    label: 'Turn °',
    unit: '°',
    least: -MOVE_BOUNDS.turn,
    most: MOVE_BOUNDS.turn,
    neutral: 0,
    times: 1,
  },
} as const satisfies Readonly<Record<keyof Move, Amount & { readonly times: number }>>;

interface BehindProps<B extends Behind | undefined = Behind | undefined> {
  readonly film: Film;
  readonly behind: B;
  readonly off: boolean;
}

/** What stands behind the subject. */
export function BehindFields({ film, behind, off }: BehindProps) {
  return (
    <>
      <SelectField
        label="Background"
        beside
        value={behind?.kind ?? 'film'}
        disabled={off}
        options={KINDS}
        onChange={(kind) => setBehindKind(film, kind as Behind['kind'] | 'film')}
      />
      {(behind === undefined || behind.kind === 'photo') && (
        <PictureChooser
          label="Photo for the background"
          testId="behind-file"
          words="Photo from a file…"
          disabled={off}
          onFile={(file) => void setBehindFile(file)}
        />
      )}
      {behind?.kind === 'colour' && (
        <ColourField
          label="Its colour"
          value={behind.colour}
          disabled={off}
          onChange={(colour) => setBehind({ ...behind, colour }, 'background colour changed')}
        />
      )}
      {behind?.kind === 'gradient' && (
        <>
          <ColourField
            label="From"
            value={behind.from}
            disabled={off}
            onChange={(from) => setBehind({ ...behind, from }, 'background gradient changed')}
          />
          <ColourField
            label="To"
            value={behind.to}
            disabled={off}
            onChange={(to) => setBehind({ ...behind, to }, 'background gradient changed')}
          />
          <SliderField
            amount={TURN}
            step={1}
            value={behind.turn}
            onTry={(turn) => tryBehind({ ...behind, turn })}
            onCommit={(turn) => setBehind({ ...behind, turn }, 'gradient turned')}
            disabled={off}
          />
        </>
      )}
      {(behind?.kind === 'photo' || behind?.kind === 'run') && (
        <PictureFields film={film} behind={behind} off={off} />
      )}
    </>
  );
}

function PictureFields({ film, behind, off }: BehindProps<PictureBehind>) {
  const move = behind.move ?? UNMOVED;
  const placed = (names: readonly (keyof Move)[]) => (
    <Pair key={names.join()}>
      {names.map((name) => (
        <TypedField
          key={name}
          label={PLACED[name].label}
          text={signed(Math.round(move[name] * PLACED[name].times * 100) / 100)}
          parse={(text) => parseAmount(text, PLACED[name])}
          onCommit={(value) =>
            setBehind(moveBehind(behind, { [name]: value / PLACED[name].times }), 'background placed')
          }
          figures
          beside
          disabled={off}
        />
      ))}
    </Pair>
  );
  return (
    <>
      <WhichPicture film={film} behind={behind} off={off} />
      {placed(['right', 'down'])}
      {placed(['size', 'turn'])}
      <SliderField
        amount={BEHIND_BLUR}
        step={0.05}
        value={behind.blur ?? 0}
        onTry={(blur) => tryBehind({ ...behind, blur })}
        onCommit={(blur) => setBehind({ ...behind, blur: blur || undefined }, 'background blurred')}
        disabled={off}
      />
      <Tools
        label="Light of the background"
        disabled={off}
        tools={[
          {
            word: 'Match its light',
            label: 'Match the background’s light to the subject on screen',
            icon: SunMedium,
            run: matchBehind,
          },
        ]}
      />
      {behind.light && <LightField behind={behind} light={behind.light} off={off} />}
    </>
  );
}

interface LightFieldProps {
  readonly behind: PictureBehind;
  readonly light: NonNullable<PictureBehind['light']>;
  readonly off: boolean;
}

function LightField({ behind, light, off }: LightFieldProps) {
  const by = (strength: number): Behind => ({ ...behind, light: { ...light, strength } });
  return (
    <SliderField
      amount={{ ...STRENGTH, label: 'Strength' }}
      step={1}
      value={light.strength}
      onTry={(strength) => tryBehind(by(strength))}
      onCommit={(strength) => setBehind(by(strength), `light matched by ${strength} %`)}
      disabled={off}
    />
  );
}

/** So many photos are offered by name. */
const MOST_OFFERED = 500;

/** What may stand behind, by name, and which does. */
function choicesOf(
  film: Film,
  behind: PictureBehind,
): readonly { readonly id: string; readonly name: string }[] {
  if (behind.kind === 'photo') return film.photos.slice(0, MOST_OFFERED);
  return film.scenes.filter(({ id, items }) => id !== sceneOnScreen() && items.length > 0);
}

function WhichPicture({ film, behind, off }: BehindProps<PictureBehind>) {
  const chosen = behind.kind === 'photo' ? behind.photoId : behind.sceneId;
  const isThere =
    behind.kind === 'photo'
      ? film.photos.some(({ id }) => id === chosen)
      : film.scenes.some(({ id, items }) => id === chosen && items.length > 0);
  const choices = choicesOf(film, behind);
  const current = film.photos.find(({ id }) => id === chosen);
  const offered = current && !choices.includes(current) ? [current, ...choices] : choices;
  return (
    <>
      <SelectField
        label="Which"
        beside
        value={isThere ? chosen : ''}
        disabled={off}
        options={[
          ...(isThere ? [] : [{ value: '', label: 'Not in the film any more' }]),
          ...offered.map(({ id, name }) => ({ value: id, label: name })),
        ]}
        onChange={(id) =>
          setBehind(
            behind.kind === 'photo' ? { ...behind, photoId: id } : { ...behind, sceneId: id },
            `another ${behind.kind === 'photo' ? 'photo' : 'scene'} as background`,
          )
        }
      />
      {!isThere && <Missing />}
      {behind.kind === 'run' && (
        <TypedField
          label={RUN_FROM.label}
          text={signed(behind.from)}
          parse={(text) => parseAmount(text, RUN_FROM)}
          onCommit={(from) => setBehind({ ...behind, from: Math.round(from) }, 'background in sync')}
          hint="of that scene, at the first frame of this one"
          figures
          beside
          disabled={off}
        />
      )}
    </>
  );
}

const Missing = () => (
  <p className={mend.warning}>
    This background is not in the film any more. Choose another; until then the film’s background colour
    shows.
  </p>
);
