import { plainNumbers, withoutThousands } from '../time/plain-numbers';
import { err, ok, type Result } from '../time/result';
import { count } from '../time/format';
import { hoursOf, LONGEST_FILM_HOURS, MOST_PASSES } from '../film/bounds';
import type { Cycle, CycleShape, Film, Item, Pose } from '../film/film';
import { copiesOf, isCycle, placesOf, posesIn, stretchOf, type ItemPlace } from '../film/items';
import { keptInPlace } from './kept-in-place';
import { sequenceOf, spotAt } from '../film/sequence';
import { applyEdit } from './apply-edit';
import { batch, type Edit } from './edit';

/** The most poses that cycles are unrolled to. */
const MOST_UNROLLED = 20_000;

export const ONE_MORE: CycleShape = { times: 2, way: 'forward', endsTwice: false };

/** Reads a typed number of passes. */
export function parsePasses(text: string): Result<number> {
  const typed = withoutThousands(
    plainNumbers(text)
      .replace(/^[x×]\s*/i, '')
      .replace(/\s*(?:[x×]|times|pass(?:es)?)$/i, ''),
  );
  if (!/^\d+$/.test(typed))
    return err(`“${text}” is not a number of passes. Type a whole number, such as 3.`);
  const times = Number(typed);
  if (times < 1) return err('A cycle of 0 passes would show nothing. Type 1 or more, or delete it.');
  if (times > MOST_PASSES) {
    return err(`${typed} passes are too many: ${MOST_PASSES.toLocaleString('en')} are the most.`);
  }
  return ok(times);
}

/** Frames that a film shows, without making its schedule. */
export const framesOf = (film: Film): number =>
  film.scenes.reduce((sum, scene) => sum + (scene.setAside ? 0 : sequenceOf(scene.items).frames), 0);

/** An edit that makes a cycle longer, refused where the film would get longer than a day. */
export function withinADay(film: Film, edit: Edit): Result<Edit> {
  const frames = framesOf(applyEdit(film, edit));
  const hours = hoursOf(frames, film.settings.rate);
  if (hours <= LONGEST_FILM_HOURS) return ok(edit);
  return err(
    `That would last ${hours < 1e6 ? Math.round(hours).toLocaleString('en') : 'a million'} hours; ${LONGEST_FILM_HOURS} are the most. Use fewer passes.`,
  );
}

/** Makes the chosen poses, and what lies between them, a cycle. */
export function makeCycleEdit(
  film: Film,
  poseIds: Iterable<string>,
  shape: CycleShape,
  newId: () => string,
): Result<Edit> {
  const stretch = stretchOf(film, poseIds);
  if (!stretch) {
    return err('A cycle is made of poses of one scene. Choose poses of one scene, or join the scenes first.');
  }
  const cycle: Cycle = { id: newId(), items: stretch.items, ...shape };
  return withinADay(
    film,
    batch(`Cycle of ${count(posesIn(cycle.items).length, 'pose')} made`, [
      { kind: 'remove', of: 'items', ids: stretch.items.map((item) => item.id) },
      {
        kind: 'insert',
        of: 'items',
        places: [{ item: cycle, parentId: stretch.parentId, index: stretch.from }],
      },
    ]),
  );
}

const cyclePlace = (film: Film, cycleId: string): (ItemPlace & { readonly item: Cycle }) | undefined => {
  const [place] = placesOf(film, [cycleId]);
  return place && isCycle(place.item) ? { ...place, item: place.item } : undefined;
};

/** Whether items show few enough poses to be unrolled. */
export const canUnroll = (items: readonly Item[]): boolean => sequenceOf(items).count <= MOST_UNROLLED;

/** Why a cycle is not unrolled. */
export const tooManyToUnroll = (items: readonly Item[]): Result<never> =>
  err(
    `The cycle shows ${sequenceOf(items).count.toLocaleString('en')} poses; ${MOST_UNROLLED.toLocaleString('en')} can be unrolled. Use fewer passes.`,
  );

/** All poses that items show, one behind the other; the first showing of each keeps its identity. */
export function unrolled(items: readonly Item[], newId: () => string): readonly Pose[] {
  const row = sequenceOf(items);
  return Array.from({ length: row.count }, (_, index): Pose => {
    const { pose, showing } = spotAt(row, 'index', index);
    return showing === 0 ? pose : { ...pose, id: newId() };
  });
}

/** Puts others in the place of an item that show the same; flags and points stay where they stand. */
function shownAlike(film: Film, words: string, place: ItemPlace, items: readonly Item[]): Edit {
  const edits = instead(place, items);
  const after = applyEdit(film, batch(words, edits));
  return batch(words, [...edits, ...keptInPlace(film, after, (frame) => frame)]);
}

/** Replaces an item by others in its place. */
const instead = ({ item, parentId, index }: ItemPlace, items: readonly Item[]): readonly Edit[] => [
  { kind: 'remove', of: 'items', ids: [item.id] },
  {
    kind: 'insert',
    of: 'items',
    places: items.map((each, i) => ({ item: each, parentId, index: index + i })),
  },
];

/** Makes plain poses of a cycle and of the cycles in it; the film shows the same. */
export function unrollEdit(film: Film, cycleId: string, newId: () => string): Result<Edit> {
  const place = cyclePlace(film, cycleId);
  if (!place) return err('There is no such cycle any more.');
  if (!canUnroll([place.item])) return tooManyToUnroll([place.item]);
  const poses = unrolled([place.item], newId);
  return ok(shownAlike(film, `Cycle unrolled to ${count(poses.length, 'pose')}`, place, poses));
}

/**
 * Takes one pass, counted from 0, out of a cycle as plain poses that can be changed by themselves; what comes before
 * stays in the cycle, what comes behind is a cycle of its own.
 */
export function takePassOutEdit(
  film: Film,
  cycleId: string,
  pass: number,
  newId: () => string,
): Result<Edit> {
  const place = cyclePlace(film, cycleId);
  if (!place) return err('There is no such cycle any more.');
  const { item: cycle } = place;
  if (!Number.isInteger(pass) || pass < 0 || pass >= cycle.times) {
    return err(`The cycle has passes 1 to ${cycle.times}.`);
  }
  const onePass = [{ ...cycle, times: 1 }];
  if (!canUnroll(onePass)) return tooManyToUnroll(onePass);
  const one = unrolled(onePass, newId);
  const before: readonly Item[] = pass > 0 ? [{ ...cycle, times: pass }] : [];
  const taken = pass > 0 ? copiesOf(one, newId) : one;
  const left = cycle.times - pass - 1;
  const behind = left > 0 ? copiesOf([{ ...cycle, times: left }], newId) : [];
  const words = `Pass ${pass + 1} of ${cycle.times} unrolled`;
  return ok(shownAlike(film, words, place, [...before, ...taken, ...behind]));
}
