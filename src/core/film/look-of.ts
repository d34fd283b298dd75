import { doneSteps, type ColourDeed, type Look } from '../picture/colour/colour-steps';
import type { Step } from '../picture/steps/step';
import type { Film, FilmSettings, Pose } from './film';
import { partDone } from './mend-dose';
import { sceneOf } from './scene-of';

const NO_STEPS: readonly Step[] = [];

/** So many pairs of looks of a pose and its scene are remembered for the same settings. */
const MOST_LOOKS = 64;

type BySceneLook = Map<Look | undefined, readonly Step[]>;
const known = new WeakMap<FilmSettings, Map<Look | undefined, BySceneLook>>();

/** Looks as steps of a recipe: neighbours that do not depend on the place are one step. */
function stepsOf(
  looks: readonly (Look | undefined)[],
  { width, height, doses }: FilmSettings,
): readonly Step[] {
  const part = partDone(doses?.colour);
  if (part === 0) return NO_STEPS;
  const steps: Step[] = [];
  let run: ColourDeed[] = [];
  const end = (): void => {
    if (run.length > 0)
      steps.push(
        part === 1 ? { step: 'colour', value: run } : { step: 'colourPart', value: { deeds: run, part } },
      );
    run = [];
  };
  for (const { kind, value } of looks.flatMap((look) => (look ? doneSteps(look) : []))) {
    if (kind === 'vignette') {
      end();
      const strength = value.strength * part;
      steps.push({ step: 'vignette', value: { ...value, strength, shape: width / height } });
    } else run.push({ kind, value } as ColourDeed);
  }
  end();
  return steps.length > 0 ? steps : NO_STEPS;
}

/**
 * What is done to the colours of a pose: its own look first, then that of its scene, then the film's. The same list for the same looks,
 * so that recipes are the same values.
 */
export function lookStepsOf(film: Film, pose: Pose): readonly Step[] {
  const { settings } = film;
  const ofScene = sceneOf(film, pose.id, 'look')?.look;
  if (!pose.look && !ofScene && !settings.look) return NO_STEPS;
  let looks = known.get(settings);
  if (!looks) known.set(settings, (looks = new Map<Look | undefined, BySceneLook>()));
  if (looks.size > MOST_LOOKS) looks.clear();
  let byScene = looks.get(pose.look);
  if (!byScene || byScene.size > MOST_LOOKS)
    looks.set(pose.look, (byScene = new Map<Look | undefined, readonly Step[]>()));
  let steps = byScene.get(ofScene);
  if (!steps) byScene.set(ofScene, (steps = stepsOf([pose.look, ofScene, settings.look], settings)));
  return steps;
}
