import ArrowLeftRight from 'lucide-react/icons/arrow-left-right';
import Contrast from 'lucide-react/icons/contrast';
import FlipHorizontal2 from 'lucide-react/icons/carets-to-axis-dashed-horizontal';
import Ghost from 'lucide-react/icons/ghost';
import Grid3x3 from 'lucide-react/icons/grid-3x3';
import SlidersHorizontal from 'lucide-react/icons/sliders-horizontal';
import { IconButton } from '../../kit/button';
import { CheckField } from '../../kit/check-field';
import { Popover } from '../../kit/popover';
import { SelectField } from '../../kit/select-field';
import { TypedField } from '../../kit/typed-field';
import { parseShape, setGuides, toggleGuides, useGuides } from '../../state/shoot/guides';
import {
  flipLive,
  GHOST_COUNTS,
  setLiveCompare,
  toggleLiveDifference,
  toggleLiveGhost,
  useLiveCompare,
} from '../../state/shoot/live-compare';
import { setShooting, useShooting } from '../../state/shoot/shooting';
import { CloserTools } from '../picture/closer-tools';
import styles from './shoot.module.css';

const SIZE = 17;

/** How many neighbours are seen through the live picture, and how strongly. */
function GhostFields() {
  const { ghostsBefore, ghostsAfter, strength } = useLiveCompare();
  const counts = GHOST_COUNTS.map((each) => ({ value: String(each), label: String(each) }));
  return (
    <div className={styles.group}>
      <SelectField
        label="Ghosts of poses before"
        value={String(ghostsBefore)}
        options={counts}
        onChange={(value) => setLiveCompare({ ghostsBefore: Number(value) })}
      />
      <SelectField
        label="Ghosts of poses after"
        value={String(ghostsAfter)}
        options={counts}
        onChange={(value) => setLiveCompare({ ghostsAfter: Number(value) })}
      />
      <label>
        Strength of the ghosts
        <input
          type="range"
          min={0.1}
          max={1}
          step={0.05}
          value={strength}
          onChange={(event) => setLiveCompare({ strength: Number(event.target.value) })}
        />
      </label>
    </div>
  );
}

/** What is drawn over the live picture to line things up by. */
function GuideFields() {
  const { thirds, centre, safe, level, shape } = useGuides();
  return (
    <div className={styles.group}>
      <CheckField label="Thirds" checked={thirds} onChange={(next) => setGuides({ thirds: next })} />
      <CheckField label="Centre" checked={centre} onChange={(next) => setGuides({ centre: next })} />
      <CheckField label="Safe parts" checked={safe} onChange={(next) => setGuides({ safe: next })} />
      <CheckField label="Level lines" checked={level} onChange={(next) => setGuides({ level: next })} />
      <TypedField
        label="Own shape"
        text={shape === undefined ? '' : String(shape)}
        parse={parseShape}
        onCommit={(next) => setGuides({ shape: next })}
        hint="such as 16:9 or 2.39; the rest is dimmed"
      />
    </div>
  );
}

/** Beside the live picture: what it is compared with, what lies over it, how closely it is looked at. */
export function ShootTools() {
  const { ghostsBefore, ghostsAfter, difference, flipped } = useLiveCompare();
  const { thirds, centre, safe, level } = useGuides();
  const mirrored = useShooting((state) => state.mirrored);
  return (
    <div className={styles.tools}>
      <div role="group" aria-label="Compare">
        <IconButton
          label="Onion skin: ghost of the last photo"
          shortcut="G"
          pressed={ghostsBefore + ghostsAfter > 0}
          onClick={toggleLiveGhost}
        >
          <Ghost size={SIZE} aria-hidden />
        </IconButton>
        <Popover label="Which ghosts, and how strong" face={<SlidersHorizontal size={15} aria-hidden />}>
          <GhostFields />
        </Popover>
        <IconButton
          label="Difference from the last photo"
          shortcut="D"
          pressed={difference}
          onClick={toggleLiveDifference}
        >
          <Contrast size={SIZE} aria-hidden />
        </IconButton>
        <IconButton
          label="Show the last photo while V is held"
          shortcut="V held"
          pressed={flipped}
          onClick={() => flipLive(!flipped)}
        >
          <ArrowLeftRight size={SIZE} aria-hidden />
        </IconButton>
      </div>
      <div role="group" aria-label="Over the picture">
        <IconButton
          label="Guide lines"
          shortcut="T"
          pressed={thirds || centre || safe || level}
          onClick={toggleGuides}
        >
          <Grid3x3 size={SIZE} aria-hidden />
        </IconButton>
        <Popover label="Which guides, and which shape" face={<SlidersHorizontal size={15} aria-hidden />}>
          <GuideFields />
        </Popover>
        <IconButton
          label="Mirror the live view only"
          shortcut="M"
          pressed={mirrored}
          onClick={() => setShooting({ mirrored: !mirrored })}
        >
          <FlipHorizontal2 size={SIZE} aria-hidden />
        </IconButton>
      </div>
      <CloserTools />
    </div>
  );
}
