import ArrowLeft from 'lucide-react/icons/arrow-left';
import ArrowRight from 'lucide-react/icons/arrow-right';
import CopyPlus from 'lucide-react/icons/copy-plus';
import FlipHorizontal2 from 'lucide-react/icons/carets-to-axis-dashed-horizontal';
import FoldHorizontal from 'lucide-react/icons/arrows-to-axis-dashed-vertical';
import Scissors from 'lucide-react/icons/scissors';
import Target from 'lucide-react/icons/target';
import Trash2 from 'lucide-react/icons/trash';
import { firstPlaces, type PlacedCue } from '../../core/film/cue-place';
import type { Film } from '../../core/film/film';
import { scheduleOf } from '../../core/film/schedule';
import { levelWords, parseLevel } from '../../core/sound/level';
import { count, formatSamples } from '../../core/time/format';
import { Button } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { Panel } from '../../kit/panel';
import { Pair } from '../../kit/pair';
import { Question } from '../../kit/question';
import { SelectField } from '../../kit/select-field';
import { Tools, type Tool } from '../../kit/tools';
import { TypedField } from '../../kit/typed-field';
import { useDocument, useFilm } from '../../state/document/document';
import { useSelection } from '../../state/selection/selection';
import {
  duplicateCues,
  fadeWithFilm,
  holdCues,
  markCues,
  nudgeCues,
  putContact,
  removeCues,
  reverseCues,
  splitCues,
} from '../../state/sound/cues';
import {
  askToCutSilence,
  cutSilence,
  leaveSilence,
  useSilence,
  type Silence,
} from '../../state/sound/cut-silence';
import { ContactField, ContactPreferenceField } from './contact-fields';
import { FadeFields } from './fade-fields';
import { shared } from './shared';
import styles from './sound.module.css';

const TOOLS: readonly Tool[] = [
  {
    word: 'Earlier',
    label: 'Move a frame earlier',
    shortcut: 'Alt ←',
    icon: ArrowLeft,
    run: () => nudgeCues(-1),
  },
  {
    word: 'Later',
    label: 'Move a frame later',
    shortcut: 'Alt →',
    icon: ArrowRight,
    run: () => nudgeCues(1),
  },
  { word: 'Sync here', label: 'Sync point on this frame', shortcut: 'T', icon: Target, run: putContact },
  { word: 'Split', label: 'Split at the playhead', shortcut: 'K', icon: Scissors, run: splitCues },
  { word: 'Copy', label: 'Duplicate the cues', shortcut: 'Ctrl D', icon: CopyPlus, run: duplicateCues },
  {
    word: 'Reverse',
    label: 'Play the cues backwards',
    shortcut: 'R',
    icon: FlipHorizontal2,
    run: reverseCues,
  },
  {
    word: 'Trim silence',
    label: 'Cut silence off both ends',
    icon: FoldHorizontal,
    run: askToCutSilence,
  },
  {
    word: 'Delete',
    label: 'Delete the cues; their sounds stay',
    shortcut: 'Delete',
    icon: Trash2,
    run: removeCues,
  },
];

/** `line.wav: 0.31 s in front, 0.54 s behind` */
const silenceWords = ({ name, front, back }: Silence): string =>
  `${name}: ${[front > 0 && `${formatSamples(front)} in front`, back > 0 && `${formatSamples(back)} behind`].filter(Boolean).join(', ')}`;

/** Where a cue is tied, in words. */
function pinWords(film: Film, { cue, loose }: PlacedCue): string {
  if (cue.pin.to === 'time') return 'Fixed at its time, whatever the poses do.';
  if (loose) return 'Its pose is gone; it stays where it was. Undo, or set “Tied to” anew.';
  const index = scheduleOf(film).firsts.get(cue.pin.at.poseId)?.index ?? 0;
  const offset = Math.round((cue.pin.at.offset + cue.pin.nudge) * 100) / 100;
  return `Tied to pose ${index + 1}, ${count(offset, 'frame')} in.`;
}

/** The chosen cues: level, fades, what they are tied to, and what can be done with them. */
export function CuePanel() {
  const film = useFilm();
  const chosen = useSelection((state) => state.chosenCues);
  const canWrite = useDocument((state) => state.canWrite);
  const silence = useSilence((state) => state.asked);
  if (!film) return null;
  const placed = firstPlaces(film, chosen);
  const [one] = placed;
  if (!one) {
    return (
      <Panel label="Chosen cues">
        <h2>No cue chosen</h2>
        <p className={styles.hint}>
          Drag a sound into a lane, or add it at the playhead. Then choose it on its lane; drag it, its ends
          and its fades.
        </p>
      </Panel>
    );
  }
  const cues = placed.map(({ cue }) => cue);
  const level = shared(cues.map((cue) => cue.level));
  const pinned = shared(
    cues.map((cue) => (cue.pin.to === 'time' ? 'time' : cue.pin.every ? 'every' : 'pose')),
  );
  return (
    <Panel label="Chosen cues">
      <h2>{cues.length === 1 ? one.sound.name : `${count(cues.length, 'cue')} chosen`}</h2>
      {cues.length === 1 && (
        <p className={styles.facts} data-testid="cue-facts">
          {formatSamples(one.start)} to {formatSamples(one.end)}
          {one.heardUntil < one.end && `, heard until ${formatSamples(Math.max(one.start, one.heardUntil))}`}
        </p>
      )}
      <Tools label="Chosen cues" tools={TOOLS} disabled={!canWrite} />
      {silence?.film === film && (
        <Question
          lines={[...silence.cuts.values()].map(silenceWords)}
          sum="Nothing of the file is lost."
          onDo={cutSilence}
          onLeave={leaveSilence}
        />
      )}
      <Pair>
        <TypedField
          label="Level"
          figures
          text={level === undefined ? '' : String(level)}
          parse={parseLevel}
          preview={levelWords}
          onCommit={(value) =>
            markCues(`Level of ${count(cues.length, 'cue')} set to ${value} dB`, { level: value })
          }
          disabled={!canWrite}
          hint="dB, −60 to +12"
        />
        <SelectField
          label="Lane"
          value={shared(cues.map((cue) => cue.laneId)) ?? ''}
          disabled={!canWrite}
          options={[
            ...(shared(cues.map((cue) => cue.laneId)) === undefined ? [{ value: '', label: 'several' }] : []),
            ...film.lanes.map(({ id, name }) => ({ value: id, label: name })),
          ]}
          onChange={(laneId) => {
            if (laneId) markCues(`${count(cues.length, 'cue')} moved to another lane`, { laneId });
          }}
        />
      </Pair>
      <FadeFields film={film} cues={cues} which="fadeIn" label="Fade in" disabled={!canWrite} />
      <FadeFields film={film} cues={cues} which="fadeOut" label="Fade out" disabled={!canWrite} />
      <SelectField
        label="Tied to"
        value={pinned ?? ''}
        disabled={!canWrite}
        options={[
          ...(pinned === undefined ? [{ value: '', label: 'several' }] : []),
          { value: 'pose', label: 'its pose' },
          { value: 'every', label: 'its pose, every pass of a cycle' },
          { value: 'time', label: 'the time of the film' },
        ]}
        onChange={(to) => {
          if (to === 'time') holdCues({ to });
          else if (to) holdCues({ to: 'pose', every: to === 'every' ? true : undefined });
        }}
        {...(cues.length === 1 ? { hint: pinWords(film, one) } : {})}
      />
      <ContactPreferenceField />
      {cues.length === 1 && <ContactField placed={one} disabled={!canWrite} />}
      <Button disabled={!canWrite} onClick={fadeWithFilm}>
        Fade out with the film
      </Button>
      <CheckField
        label="Repeat until the film ends"
        checked={cues.every((cue) => cue.looped)}
        onChange={(looped) =>
          markCues(looped ? 'Repeated until the film ends' : 'Heard once', {
            looped: looped ? true : undefined,
          })
        }
      />
    </Panel>
  );
}
