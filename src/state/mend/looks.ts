import { lookEdit } from '../../core/edits/look-edits';
import type { Film } from '../../core/film/film';
import { scheduleOf } from '../../core/film/schedule';
import { greyBy } from '../../core/picture/colour/warmth';
import {
  freshDeed,
  labelOf,
  MOST_STEPS,
  type ColourStep,
  type ColourDeed,
  type FreshKind,
  type Look,
  type Numbers,
} from '../../core/picture/colour/colour-steps';
import type { CurvePoint } from '../../core/picture/colour/curve-line';
import { isStraight, type CurveName } from '../../core/picture/colour/curves';
import { readTable } from '../../engine/browser/mend/cube-files';
import { newId } from '../../engine/browser/new-id';
import { openFilm } from '../document/document';
import { edit, targetPoses } from '../document/edit-film';
import { sceneOnScreen } from '../poses/scenes';
import { setDraft } from '../picture/shown-film';
import { tell } from '../shell/shell';
import { mendTarget } from './mend-target';
import { mendNow, setMend, type MendScope, type Pick } from './mend';

const NO_LOOK: Look = [];

/** The stack of the film, the scene on screen, or the chosen poses: of the first where they differ. */
export function lookInScope(film: Film, scope: MendScope): Look {
  if (scope === 'film') return film.settings.look ?? NO_LOOK;
  if (scope === 'scene') {
    const id = sceneOnScreen();
    return film.scenes.find((scene) => scene.id === id)?.look ?? NO_LOOK;
  }
  const [first] = targetPoses();
  return (first === undefined ? undefined : scheduleOf(film).firsts.get(first)?.pose.look) ?? NO_LOOK;
}

/** The stack that is being set. */
const lookNow = (): Look => {
  const film = openFilm();
  return film ? lookInScope(film, mendNow().lookScope) : NO_LOOK;
};

/** Sets the stack; `what` says what was done in it. */
export function setLook(look: Look, what: string): void {
  setDraft(undefined);
  const film = openFilm();
  if (film) edit(lookEdit(film, mendTarget(mendNow().lookScope), look, what));
}

function tryLook(look: Look): void {
  const film = openFilm();
  if (film) setDraft(lookEdit(film, mendTarget(mendNow().lookScope), look, 'tried'));
}

const labelled = ({ kind }: ColourStep): string => labelOf(kind);

/** Adds a step at the end, and opens it. */
export const addStep = (kind: FreshKind): void => addDeed(freshDeed(kind));

function addDeed(deed: ColourDeed): void {
  const look = lookNow();
  if (look.length >= MOST_STEPS) return tell(`${MOST_STEPS} colour steps are the most. Delete one first.`);
  const step: ColourStep = { ...deed, id: newId() };
  setLook([...look, step], `${labelOf(deed.kind)} added`);
  setMend({ openStep: step.id });
}

/** Adds tables of colour from files, one step each; of those that cannot be used it is said why. */
export async function addCubes(files: readonly File[]): Promise<void> {
  for (const file of files) {
    const table = await readTable(file);
    if (table.ok) addDeed({ kind: 'table', value: table.value });
    else tell(table.problem, 'wrong');
  }
}

const withStep = (id: string, change: (step: ColourStep) => ColourStep): Look =>
  lookNow().map((step) => (step.id === id ? change(step) : step));

/** Takes a step out. */
export function removeStep(step: ColourStep): void {
  setLook(
    lookNow().filter(({ id }) => id !== step.id),
    `${labelled(step)} deleted`,
  );
}

/** Moves a step up or down the stack. */
export function moveStep(step: ColourStep, by: 1 | -1): void {
  const look = [...lookNow()];
  const from = look.findIndex(({ id }) => id === step.id);
  const to = from + by;
  if (from < 0 || to < 0 || to >= look.length) return;
  look.splice(to, 0, ...look.splice(from, 1));
  setLook(look, `${labelled(step)} moved`);
}

/** Leaves a step out, or does it again. */
export function switchStep(step: ColourStep, on: boolean): void {
  const look = withStep(step.id, (each) => ({ ...each, off: on ? undefined : true }));
  setLook(look, `${labelled(step)} ${on ? 'on' : 'off'}`);
}

/** All of a step's numbers as they were when it was added. */
export const freshStep = (step: ColourStep): void =>
  setLook(
    withStep(step.id, (each) =>
      each.kind === 'table'
        ? { ...each, value: { ...each.value, strength: 100 } }
        : { ...freshDeed(each.kind), id: each.id },
    ),
    `${labelled(step)} reset`,
  );

const withNumbers = (id: string, numbers: Numbers): Look =>
  withStep(id, (step) =>
    step.kind === 'curves' ? step : ({ ...step, value: { ...step.value, ...numbers } } as ColourStep),
  );

/** Sets numbers of a step. */
export const setNumbers = (step: ColourStep, numbers: Numbers): void =>
  setLook(withNumbers(step.id, numbers), labelled(step));

/** Shows what that would look like. */
export const tryNumbers = (step: ColourStep, numbers: Numbers): void =>
  tryLook(withNumbers(step.id, numbers));

const withCurve = (id: string, name: CurveName, points: readonly CurvePoint[]): Look =>
  withStep(id, (step) =>
    step.kind === 'curves'
      ? { ...step, value: { ...step.value, [name]: isStraight(points) ? undefined : points } }
      : step,
  );

/** Sets one curve of a step of curves. */
export const setCurve = (step: ColourStep, name: CurveName, points: readonly CurvePoint[]): void =>
  setLook(withCurve(step.id, name, points), labelled(step));

/** Shows what that would look like. */
export const tryCurve = (step: ColourStep, name: CurveName, points: readonly CurvePoint[]): void =>
  tryLook(withCurve(step.id, name, points));

/** The look reset: none. */
export const lookAsBefore = (): void => setLook(NO_LOOK, 'reset');

/** From here on something is picked from the picture, which is seen as the step gets it. */
export function startPicking(step: ColourStep, what: Pick): void {
  setMend({ picking: { stepId: step.id, what } });
  const look = lookNow();
  const at = look.findIndex(({ id }) => id === step.id);
  if (what !== 'centre') tryLook(look.map((each, i) => (i >= at ? { ...each, off: true } : each)));
  const words: Readonly<Record<Pick, string>> = {
    grey: 'Click something on the picture that should be grey.',
    black: 'Click what should be black.',
    white: 'Click what should be white.',
    centre: 'Click where the centre should be.',
  };
  tell(words[what]);
}

/** Nothing is picked any more. */
export function stopPicking(): void {
  setMend({ picking: undefined });
  setDraft(undefined);
}

/** Something was picked: a colour of the picture as the step gets it, 0 to 1, at a place in parts of the picture. */
export function pick(
  colour: readonly [number, number, number],
  place: { readonly x: number; readonly y: number },
): void {
  const { picking } = mendNow();
  const step = lookNow().find(({ id }) => id === picking?.stepId);
  stopPicking();
  if (!picking || !step) return;
  const rounded = (value: number, to: number): number => Math.round(value * to) / to;
  const { what } = picking;
  if (what === 'centre')
    return setNumbers(step, { x: rounded(place.x * 100, 10), y: rounded(place.y * 100, 10) });
  if (what === 'grey') {
    const by = greyBy(colour);
    if (!by || Math.abs(by.warmth) > 2 || Math.abs(by.tint) > 2)
      return tell('That is too dark or too colourful to be made grey. Click something else.');
    return setNumbers(step, { warmth: rounded(by.warmth, 1000), tint: rounded(by.tint, 1000) });
  }
  const luma = 0.2126 * colour[0] + 0.7152 * colour[1] + 0.0722 * colour[2];
  return setNumbers(step, { [what]: Math.round(255 * luma) });
}
