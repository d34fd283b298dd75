import { setHold } from '../../state/poses/arrange-poses';
import { setCycle, cycleOf, makeCycle } from '../../state/poses/cycles';
import { targetPoses } from '../../state/document/edit-film';
import { setSpeed, SPEEDS } from '../../state/transport/play';
import {
  addScene,
  duplicateScene,
  joinScene,
  sceneOnScreen,
  setScene,
  trimScene,
} from '../../state/poses/scenes';
import { showStage } from '../../state/shell/show-stage';
import { STAGE_FACTS, STAGES } from '../../state/shell/stages';
import { openFilm } from '../../state/document/document';
import { PANELS, setShell } from '../../state/shell/shell';
import { switchTheme } from '../../state/shell/theme';
import { keysNow } from './keys';

/** Something that can be done now, found by its words. */
export interface Command {
  readonly words: string;
  /** The key that does the same; empty where there is none. */
  readonly keys: string;
  readonly run: () => void;
}

const withScene = (act: (sceneId: string) => unknown) => (): void => {
  const sceneId = sceneOnScreen();
  if (sceneId !== undefined) act(sceneId);
};

function thereAndBack(): void {
  const film = openFilm();
  const cycle = film && cycleOf(film, targetPoses());
  if (cycle) setCycle(cycle.id, { way: 'there-and-back' });
  else makeCycle({ times: 1, way: 'there-and-back', endsTwice: false });
}

/** What has no key of its own. */
const WITHOUT_KEYS: readonly Omit<Command, 'keys'>[] = [
  ...STAGES.map((stage) => ({ words: `Go to ${STAGE_FACTS[stage].label}`, run: () => showStage(stage) })),
  ...PANELS.map((panel) => ({
    words: { poses: 'Show the chosen poses', flags: 'Show the flags', done: 'Show what was done' }[panel],
    run: () => setShell({ panel }),
  })),
  ...['ones', 'twos', 'threes', 'fours'].map((habit, i) => ({
    words: `Put the chosen poses on ${habit}`,
    run: () => setHold(i + 1),
  })),
  ...SPEEDS.map((speed) => ({ words: `Play at ${speed} times the rate`, run: () => setSpeed(speed) })),
  { words: 'There and back', run: thereAndBack },
  { words: 'Add a scene', run: () => addScene(sceneOnScreen()) },
  { words: 'Join this scene to the one before', run: withScene(joinScene) },
  { words: 'Duplicate this scene', run: withScene(duplicateScene) },
  { words: 'Set this scene aside', run: withScene((id) => setScene(id, { setAside: true })) },
  { words: 'Trim this scene to the in and out points', run: withScene(trimScene) },
  {
    words: 'Count the ruler in frames or timecode',
    run: () => setShell(({ ruler }) => ({ ruler: ruler === 'frames' ? 'timecode' : 'frames' })),
  },
  { words: 'Daylight or dim colours', run: switchTheme },
];

/** Everything that can be done where a person is now. */
export const commandsNow = (): readonly Command[] => [
  // Not what lasts only while its key is held: from here it would never end.
  ...keysNow().flatMap(({ keys, does, run, held }) =>
    run.length === 0 && !held ? [{ words: does, keys, run: run as () => void }] : [],
  ),
  ...WITHOUT_KEYS.map((each) => ({ ...each, keys: '' })),
];

/** The commands with all the words typed, in any order; those that begin with them first. */
export function matchingCommands(commands: readonly Command[], typed: string): readonly Command[] {
  const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const first = (words: string): number => (words.toLowerCase().startsWith(wanted[0] ?? '') ? 0 : 1);
  return commands
    .filter(({ words }) => wanted.every((each) => words.toLowerCase().includes(each)))
    .sort((a, b) => first(a.words) - first(b.words));
}
