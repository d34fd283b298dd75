import Anchor from 'lucide-react/icons/anchor';
import Crosshair from 'lucide-react/icons/crosshair';
import RotateCcw from 'lucide-react/icons/rotate-ccw';
import Scan from 'lucide-react/icons/scan';
import { useEffect } from 'react';
import type { Film, Photo } from '../../core/film/film';
import { STRENGTH } from '../../core/film/photo-mends';
import { fileOf } from '../../core/film/photo-picture';
import { photosByScene } from '../../core/film/scene-photos';
import { anchorsAmong } from '../../core/mend/steady/steady-plan';
import { STEADY_TAKES, type SteadyTake } from '../../core/mend/steady/steady-run';
import { isUnmoved, UNMOVED } from '../../core/picture/move';
import { parseAmount, signed, type Amount } from '../../core/time/amount';
import { count } from '../../core/time/format';
import { Button } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { Pair } from '../../kit/pair';
import { SelectField } from '../../kit/select-field';
import { SliderField } from '../../kit/slider-field';
import { Tools } from '../../kit/tools';
import { TypedField } from '../../kit/typed-field';
import { useDocument, useFilm } from '../../state/document/document';
import { targetPoses } from '../../state/document/edit-film';
import { frameShared } from '../../state/mend/frame-shared';
import { MEND_SCOPES, OVERLAYS, setMend, useMend, type MendScope, type Overlay } from '../../state/mend/mend';
import {
  handMove,
  placeAsBefore,
  setEdges,
  setNudge,
  setSteadyStrength,
  switchSteady,
  toggleAnchor,
  trySteadyStrength,
  type HandMove,
} from '../../state/mend/move-photos';
import { startPointing, stopPointing } from '../../state/mend/point-photos';
import { steadyThePhotos } from '../../state/mend/steady-film';
import { photoOnScreen, photosInScope, photosOfPoses } from '../../state/mend/target-photos';
import { sceneOnScreen } from '../../state/poses/scenes';
import { useLongJob } from '../../state/shell/long-job';
import { useSelection } from '../../state/selection/selection';
import { useTransport } from '../../state/transport/transport';
import { COPY_TOOLS } from './copy-tools';
import styles from './mend.module.css';
import { SCOPE_WORDS } from './scope-words';
import { shared } from './shared-mends';
import { SteadyReport } from './steady-report';

const TAKE_WORDS: Readonly<Record<SteadyTake, string>> = {
  all: 'all movement',
  bumps: 'only tripod bumps',
  jitter: 'jitter, keep camera moves',
};

const OVERLAY_WORDS: Readonly<Record<Overlay, string>> = {
  none: 'nothing',
  ghost: 'the reference',
  difference: 'the difference from it',
};

const pixels = (label: string): Amount => ({ label, unit: 'pixels', least: -2000, most: 2000, neutral: 0 });
const HAND: Readonly<Record<keyof HandMove, Amount>> = {
  right: pixels('Right'),
  down: pixels('Down'),
  turn: { label: 'Turn', unit: 'degrees', least: -45, most: 45, neutral: 0 },
  size: { label: 'Size', unit: '%', least: 50, most: 200, neutral: 100 },
};
const HAND_NAMES = Object.keys(HAND) as readonly (keyof HandMove)[];
/** What each is measured in, as short as it is written. */
const UNITS: Readonly<Record<keyof HandMove, string>> = { right: 'px', down: 'px', turn: '°', size: '%' };

/** Steady: photos moved so that they lie on one that stands right, and by hand. */
export function SteadyTool() {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  // What is chosen decides which photos are meant.
  useSelection((state) => state.chosen);
  const canWrite = useDocument((state) => state.canWrite);
  useEffect(() => stopPointing, []);
  const here = film && photoOnScreen(film, frame);
  if (!film || !here) return <p className={styles.hint}>There is no pose on screen.</p>;
  return (
    <>
      <Steadying film={film} here={here} off={!canWrite} />
      <ByHand film={film} photos={photosOfPoses(film, targetPoses())} off={!canWrite} />
    </>
  );
}

interface SteadyingProps {
  readonly film: Film;
  readonly here: Photo;
  readonly off: boolean;
}

function Steadying({ film, here, off }: SteadyingProps) {
  const { scope, steady } = useMend();
  const busy = useLongJob((state) => state.job !== undefined);
  const sceneId = sceneOnScreen();
  const photos = (sceneId !== undefined && photosByScene(film).get(sceneId)) || [];
  const marked = anchorsAmong(photos, here.id).filter((photo) => fileOf(photo).mends?.isAnchor);
  return (
    <>
      <p className={styles.hint}>
        {marked.length === 0
          ? 'Show a photo in the right place, and steady the others to it.'
          : `Reference: ${marked.map(({ name }) => name).join(', ')}.`}
      </p>
      <SelectField
        label="Photos"
        beside
        value={scope}
        options={MEND_SCOPES.map((each) => ({
          value: each,
          label: SCOPE_WORDS[each](photosInScope(film, each).length),
        }))}
        onChange={(next) => setMend({ scope: next as MendScope })}
      />
      <SelectField
        label="Remove"
        beside
        value={steady.take}
        options={STEADY_TAKES.map((each) => ({ value: each, label: TAKE_WORDS[each] }))}
        onChange={(next) => setMend({ steady: { ...steady, take: next as SteadyTake } })}
      />
      <div className={styles.guides}>
        <CheckField
          label="Rotation"
          checked={steady.turn}
          onChange={(turn) => setMend({ steady: { ...steady, turn } })}
        />
        <CheckField
          label="Scale"
          checked={steady.size}
          onChange={(size) => setMend({ steady: { ...steady, size } })}
        />
      </div>
      <div className={styles.row}>
        <Button
          pressed={fileOf(here).mends?.isAnchor ?? false}
          disabled={off}
          onClick={toggleAnchor}
          title="Others are steadied to the place of this photo (R)"
        >
          <Anchor size={16} aria-hidden /> Reference
        </Button>
        <Button
          variant="main"
          disabled={off || busy}
          onClick={() => void steadyThePhotos()}
          title="Measured on what does not move; photos stay as they are (M)"
        >
          Steady it
        </Button>
      </div>
      <SteadyReport film={film} />
    </>
  );
}

interface ByHandProps {
  readonly film: Film;
  readonly photos: readonly Photo[];
  readonly off: boolean;
}

function ByHand({ film, photos, off }: ByHandProps) {
  const { overlay, pointing } = useMend();
  const isOff = photos.every((photo) => fileOf(photo).mends?.steadyOff);
  const found = photos.filter((photo) => fileOf(photo).mends?.steadied);
  const strength = shared(found, (mends) => mends.steadied?.strength);
  const hands = photos.map((photo) => handMove(film, photo, fileOf(photo).mends?.nudge ?? UNMOVED));
  const [only] = photos;
  /** What all have alike, as it is typed; nothing where they differ. */
  const textOf = (name: keyof HandMove): string => {
    const values = new Set(hands.map((hand) => Math.round(hand[name] * 100) / 100 + 0));
    const [value = 0] = values;
    return values.size === 1 ? (name === 'size' ? String(value) : signed(value)) : '';
  };
  const isMovedByHand = photos.some((photo) => !isUnmoved(fileOf(photo).mends?.nudge ?? UNMOVED));
  return (
    <>
      <h4>{photos.length === 1 && only ? only.name : count(photos.length, 'chosen photo')}</h4>
      <CheckField label="Steadying on" checked={!isOff} onChange={switchSteady} />
      <SliderField
        amount={STRENGTH}
        step={1}
        value={found.length === 0 ? STRENGTH.neutral : strength}
        onTry={trySteadyStrength}
        onCommit={setSteadyStrength}
        disabled={off || isOff || found.length === 0}
      />
      <SelectField
        label="Overlay"
        beside
        value={overlay}
        options={OVERLAYS.map((each) => ({ value: each, label: OVERLAY_WORDS[each] }))}
        onChange={(next) => setMend({ overlay: next as Overlay })}
      />
      {[HAND_NAMES.slice(0, 2), HAND_NAMES.slice(2)].map((names) => (
        <Pair key={names.join()}>
          {names.map((name) => (
            <TypedField
              key={name}
              label={`${HAND[name].label} ${UNITS[name]}`}
              text={textOf(name)}
              parse={(text) => parseAmount(text, HAND[name])}
              onCommit={(value) => setNudge({ [name]: value })}
              figures
              beside
              disabled={off}
            />
          ))}
        </Pair>
      ))}
      <SelectField
        label="Edges"
        beside
        value={film.settings.edges ?? 'background'}
        options={[
          { value: 'background', label: 'the background' },
          { value: 'neighbour', label: 'the nearest photo' },
        ]}
        onChange={(next) => setEdges(next === 'neighbour' ? next : undefined)}
        disabled={off}
      />
      <Tools
        label="Place of the chosen photos"
        disabled={off}
        tools={[
          {
            word: pointing ? 'Stop clicking' : 'Click a point',
            label: pointing ? 'Stop clicking' : 'Click the same point in the photos, one after the other',
            icon: Crosshair,
            run: pointing ? stopPointing : startPointing,
          },
          {
            word: 'Crop it',
            label: 'Crop to the largest part that all photos of the scene share: no edge shows',
            icon: Scan,
            run: () => void frameShared(),
          },
          {
            word: 'Reset',
            label: 'Reset the place',
            icon: RotateCcw,
            run: placeAsBefore,
            off: found.length === 0 && !isMovedByHand,
          },
          ...COPY_TOOLS,
        ]}
      />
    </>
  );
}
