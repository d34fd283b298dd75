import type { Film } from '../film/film';
import { MOST_STEPS, type Look } from '../picture/colour/colour-steps';
import { batch, type Edit } from './edit';
import { patchTarget, targetWords, type MendTarget } from './mend-target';

/** Sets the stack of colour of the film, a scene or poses; an empty one is taken away. `what` says what was done in it. */
export function lookEdit(film: Film, target: MendTarget, wanted: Look, what: string): Edit {
  const look = wanted.length > 0 ? wanted.slice(0, MOST_STEPS) : undefined;
  const label = `Colour of ${targetWords(film, target)}: ${what}`;
  return batch(label, [patchTarget(target, { look })]);
}
