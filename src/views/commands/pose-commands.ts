import { setHold } from '../../state/poses/arrange-poses';
import { cycleOf } from '../../state/poses/cycles';
import { targetPoses } from '../../state/document/edit-film';
import {
  addScene,
  duplicateScene,
  joinScene,
  moveScene,
  removeScene,
  sceneOnScreen,
  setScene,
  trimScene,
} from '../../state/poses/scenes';
import { openFilm } from '../../state/document/document';
import { playScene } from '../../state/transport/play';
import { HABITS } from '../../core/time/hold';
import type { CommandFacts } from './command-facts';
import { leadTo } from './lead-to';
import { firstOf, noneChosen, noPoses, readOnly, type Reason } from './reasons';

const withScene = (act: (sceneId: string, index: number) => unknown) => (): void => {
  const sceneId = sceneOnScreen();
  const index = openFilm()?.scenes.findIndex(({ id }) => id === sceneId) ?? -1;
  if (sceneId !== undefined && index >= 0) act(sceneId, index);
};

const cannot = firstOf(readOnly, noPoses);
const oneScene: Reason = () =>
  (openFilm()?.scenes.length ?? 0) > 1 ? undefined : 'The film has one scene only.';
const noCycle: Reason = () => {
  const film = openFilm();
  return film && cycleOf(film, targetPoses()) ? undefined : 'Choose a pose that stands in a cycle first.';
};

/** What is done with poses and scenes and has no key of its own. */
export const POSE_COMMANDS: readonly CommandFacts[] = [
  ...HABITS.map((habit, i) => ({
    words: `Put the chosen poses on ${habit}`,
    mainly: habit,
    also: `hold ${i + 1} frames`,
    cannot,
    run: () => setHold(i + 1),
  })),
  {
    words: 'Hold of the chosen poses',
    mainly: 'hold duration',
    also: 'length duration frames seconds exposure',
    cannot,
    run: () => leadTo({ stage: 'time', side: 'right', panel: 'poses', name: 'Hold' }),
  },
  {
    words: 'Fit the chosen poses to a length',
    also: 'stretch squeeze duration speed',
    cannot: firstOf(cannot, noneChosen),
    run: () => leadTo({ stage: 'time', side: 'right', panel: 'poses', name: 'Fit length to' }),
  },
  {
    words: 'Passes of the cycle',
    also: 'repeat times loop passes',
    cannot: firstOf(cannot, noCycle),
    run: () => leadTo({ stage: 'time', side: 'right', panel: 'poses', name: 'Passes' }),
  },
  {
    words: 'Unroll a pass of the cycle',
    also: 'repeat loop',
    cannot: firstOf(cannot, noCycle),
    run: () => leadTo({ stage: 'time', side: 'right', panel: 'poses', name: 'Unroll pass' }),
  },
  {
    words: 'Show the flags',
    also: 'marker list',
    run: () => leadTo({ stage: 'time', side: 'right', panel: 'flags', name: 'Flags' }),
  },
  { words: 'Add a scene', mainly: 'new scene', cannot: readOnly, run: () => addScene(sceneOnScreen()) },
  { words: 'Play this scene', cannot: noPoses, run: withScene(playScene) },
  {
    words: 'Name of this scene',
    also: 'rename title',
    cannot,
    run: () => leadTo({ stage: 'time', side: 'left', name: 'Name of the scene' }),
  },
  {
    words: 'Move this scene earlier',
    also: 'order up',
    cannot: firstOf(cannot, oneScene),
    run: withScene((id, i) => moveScene(id, Math.max(0, i - 1))),
  },
  {
    words: 'Move this scene later',
    also: 'order down',
    cannot: firstOf(cannot, oneScene),
    run: withScene((id, i) => moveScene(id, Math.min((openFilm()?.scenes.length ?? 1) - 1, i + 1))),
  },
  {
    words: 'Join this scene to the one before',
    also: 'merge',
    cannot: firstOf(cannot, oneScene),
    run: withScene(joinScene),
  },
  { words: 'Duplicate this scene', also: 'copy', cannot, run: withScene(duplicateScene) },
  {
    words: 'Set this scene aside',
    also: 'hide leave out skip',
    cannot,
    run: withScene((id) => setScene(id, { setAside: true })),
  },
  {
    words: 'Trim this scene to the in and out points',
    mainly: 'trim',
    also: 'shorten cut off',
    cannot,
    run: withScene(trimScene),
  },
  {
    words: 'Delete this scene',
    also: 'remove',
    cannot: firstOf(cannot, oneScene),
    run: withScene(removeScene),
  },
];
