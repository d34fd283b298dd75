import { openFilm } from '../../state/document/document';
import { shellNow } from '../../state/shell/shell';
import { showStage } from '../../state/shell/show-stage';
import type { Stage } from '../../state/shell/stages';
import type { KeyBinding } from '../shell/key-binding';
import type { KeyPlace } from '../shell/key-place';
import { KEYS } from '../shell/keys';
import { STAGE_VIEWS } from '../stages';
import type { Command } from './command';
import { FILM_COMMANDS } from './film-commands';
import { MEND_COMMANDS } from './mend-commands';
import { PHOTO_COMMANDS } from './photo-commands';
import { POSE_COMMANDS } from './pose-commands';
import { SHOOT_COMMANDS } from './shoot-commands';
import { SOUND_COMMANDS } from './sound-commands';
import { firstOf, noCues, noPoses, noPhotos, noTable, readOnly, type Reason } from './reasons';

/** Where keys count: the stages, and what they need. */
const PLACES: Readonly<Record<KeyPlace, { readonly stages: readonly Stage[]; readonly cannot?: Reason }>> = {
  anywhere: { stages: [] },
  shoot: { stages: ['shoot'], cannot: readOnly },
  looking: { stages: ['time', 'mend', 'sound', 'shoot'] },
  playing: { stages: ['time', 'mend', 'sound'], cannot: noPoses },
  choosing: { stages: ['time', 'mend'], cannot: noPoses },
  mend: { stages: ['mend'], cannot: firstOf(readOnly, noPoses) },
  poses: { stages: ['time'], cannot: firstOf(readOnly, noPoses) },
  cues: { stages: ['sound', 'time'], cannot: firstOf(readOnly, noCues) },
  sound: { stages: ['sound'], cannot: readOnly },
  tray: { stages: ['sort'], cannot: noPhotos },
  table: { stages: ['sort'], cannot: firstOf(readOnly, noTable) },
};

/** What a key does, done from anywhere: in a stage where it counts. */
function keyCommand(
  place: KeyPlace,
  { keys, does, mainly, also, run, held, byTool, cannot: own }: KeyBinding,
): Command[] {
  // Not what lasts only while its key is held: from here it would never end. Nor what depends on which of several was pressed, or on the open tool.
  if (run.length > 0 || held || byTool) return [];
  const { stages, cannot } = PLACES[place];
  return [
    {
      words: does,
      keys,
      ...(mainly === undefined ? {} : { mainly }),
      ...(also === undefined ? {} : { also }),
      cannot: cannot?.() ?? own?.(),
      run: () => {
        const [first] = stages;
        if (first !== undefined && !stages.includes(shellNow().stage)) showStage(first);
        (run as () => void)();
      },
    },
  ];
}

/** Everything that can be done, what belongs to the stage on screen first. */
export function allCommands(): readonly Command[] {
  if (!openFilm()) return [];
  const here = STAGE_VIEWS[shellNow().stage].keys();
  const places = [...here, ...(Object.keys(KEYS) as KeyPlace[]).filter((place) => !here.includes(place))];
  const byKey = places.flatMap((place) => KEYS[place].flatMap((binding) => keyCommand(place, binding)));
  const others = [
    ...FILM_COMMANDS,
    ...POSE_COMMANDS,
    ...MEND_COMMANDS,
    ...PHOTO_COMMANDS,
    ...SOUND_COMMANDS,
    ...SHOOT_COMMANDS,
  ].map(({ cannot, ...facts }): Command => ({ ...facts, keys: '', cannot: cannot?.() }));
  return [...byKey, ...others];
}
