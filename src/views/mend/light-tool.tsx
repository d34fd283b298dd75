import RotateCcw from 'lucide-react/icons/rotate-ccw';
import Star from 'lucide-react/icons/star';
import type { Film, Photo } from '../../core/film/film';
import { STRENGTH, TOUCHES, type Touch } from '../../core/film/photo-mends';
import { fileOf } from '../../core/film/photo-picture';
import { lightReferences } from '../../core/mend/match-plan';
import { count } from '../../core/time/format';
import { Button } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { SelectField } from '../../kit/select-field';
import { SliderField } from '../../kit/slider-field';
import { Tools } from '../../kit/tools';
import { useDocument, useFilm } from '../../state/document/document';
import { targetPoses } from '../../state/document/edit-film';
import { matchTheLight } from '../../state/mend/match-film-light';
import { MEND_SCOPES, setMend, useMend, type MendScope } from '../../state/mend/mend';
import {
  lightAsBefore,
  setStrength,
  setTouch,
  switchLight,
  toggleReference,
  tryStrength,
  tryTouch,
} from '../../state/mend/mend-light';
import { photoOnScreen, photosInScope, photosOfPoses } from '../../state/mend/target-photos';
import { useLongJob } from '../../state/shell/long-job';
import { useSelection } from '../../state/selection/selection';
import { useTransport } from '../../state/transport/transport';
import { COPY_TOOLS } from './copy-tools';
import { FlickerReport } from './flicker-report';
import styles from './mend.module.css';
import { SCOPE_WORDS } from './scope-words';
import { shared } from './shared-mends';

const TOUCH_NAMES = Object.keys(TOUCHES) as readonly Touch[];

/** Light: matched to a well-lit photo, and touched up by hand. */
export function LightTool() {
  const film = useFilm();
  const frame = useTransport((state) => state.frame);
  // What is chosen decides which photos are meant.
  useSelection((state) => state.chosen);
  const canWrite = useDocument((state) => state.canWrite);
  const here = film && photoOnScreen(film, frame);
  if (!film || !here) return <p className={styles.hint}>There is no pose on screen.</p>;
  const photos = photosOfPoses(film, targetPoses());
  return (
    <>
      <Matching film={film} here={here} off={!canWrite} />
      <ByHand photos={photos} off={!canWrite} />
    </>
  );
}

interface MatchingProps {
  readonly film: Film;
  readonly here: Photo;
  readonly off: boolean;
}

function Matching({ film, here, off }: MatchingProps) {
  const { scope, keepSlow } = useMend();
  const busy = useLongJob((state) => state.job !== undefined);
  const references = lightReferences(film);
  const isReference = fileOf(here).mends?.isReference ?? false;
  return (
    <>
      <p className={styles.hint}>
        {references.length === 0
          ? 'Show a photo with the light you want, and match the others to it.'
          : `Reference: ${references.map(({ name }) => name).join(', ')}.`}
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
      <CheckField
        label="Keep slow changes (a dusk)"
        checked={keepSlow}
        onChange={(next) => setMend({ keepSlow: next })}
      />
      <div className={styles.row}>
        <Button
          pressed={isReference}
          disabled={off}
          onClick={toggleReference}
          title="Others are matched to the light of this photo (R)"
        >
          <Star size={16} aria-hidden /> Reference
        </Button>
        <Button
          variant="main"
          disabled={off || busy}
          onClick={() => void matchTheLight()}
          title="Measured on what does not move; photos stay as they are (M)"
        >
          {references.length === 0 ? 'Match to this' : 'Match the light'}
        </Button>
      </div>
      <FlickerReport film={film} />
    </>
  );
}

function ByHand({ photos, off }: { readonly photos: readonly Photo[]; readonly off: boolean }) {
  const isOff = photos.every((photo) => fileOf(photo).mends?.lightOff);
  const matched = photos.filter((photo) => fileOf(photo).mends?.matched);
  const strength = shared(matched, (mends) => mends.matched?.strength);
  const [only] = photos;
  return (
    <>
      <h4>{photos.length === 1 && only ? only.name : count(photos.length, 'chosen photo')}</h4>
      <CheckField label="Matching on" checked={!isOff} onChange={switchLight} />
      <SliderField
        amount={STRENGTH}
        step={1}
        value={matched.length === 0 ? STRENGTH.neutral : strength}
        onTry={tryStrength}
        onCommit={setStrength}
        disabled={off || isOff || matched.length === 0}
      />
      {TOUCH_NAMES.map((touch) => (
        <SliderField
          key={touch}
          amount={TOUCHES[touch]}
          step={0.05}
          value={shared(photos, (mends) => mends[touch] ?? 0)}
          onTry={(value) => tryTouch(touch, value)}
          onCommit={(value) => setTouch(touch, value)}
          disabled={off || isOff}
        />
      ))}
      <Tools
        label="Light of the chosen photos"
        disabled={off}
        tools={[
          { word: 'Reset', label: 'Reset the light', icon: RotateCcw, run: lightAsBefore },
          ...COPY_TOOLS,
        ]}
      />
    </>
  );
}
