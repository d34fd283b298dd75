import fc from 'fast-check';
import { NOTHING_DRAWN } from './drawing';
import { CYCLE_WAYS, DEFAULT_SETTINGS, NO_SOUND, type Film, type Item, type Photo, type Pose } from './film';

export const photoNamed = (name: string): Photo => ({
  id: name,
  name,
  hash: Buffer.from(name).toString('hex').padEnd(64, '0').slice(0, 64),
  type: 'image/jpeg',
  bytes: 1,
  width: 1600,
  height: 1200,
  orientation: 1,
});

/** A film of scenes with these items. */
export const filmWith = (scenes: readonly (readonly Item[])[]): Film => ({
  id: 'film',
  title: 'Test',
  settings: DEFAULT_SETTINGS,
  photos: [photoNamed('a'), photoNamed('b')],
  scenes: scenes.map((items, s) => ({ id: `s${s}`, name: `Scene ${s}`, items })),
  flags: [],
  range: {},
  ...NO_SOUND,
  ...NOTHING_DRAWN,
});

/** A film whose scenes hold poses with these holds; pose ids are `scene.index`. */
export const filmOf = (scenes: readonly (readonly number[])[]): Film =>
  filmWith(
    scenes.map((holds, s) =>
      holds.map((hold, i): Pose => ({ id: `${s}.${i}`, photoId: i % 2 ? 'a' : 'b', hold })),
    ),
  );

const named = (items: readonly Item[], prefix: string): readonly Item[] =>
  items.map((item, i) => {
    const id = `${prefix}.${i}`;
    return 'items' in item ? { ...item, id, items: named(item.items, id) } : { ...item, id };
  });

const pose = fc
  .tuple(fc.integer({ min: 1, max: 12 }), fc.constantFrom('a', 'b'))
  .map(([hold, photoId]): Item => ({ id: '', photoId, hold }));

const { item } = fc.letrec<{ item: Item; cycle: Item }>((tie) => ({
  item: fc.oneof({ maxDepth: 3 }, { arbitrary: pose, weight: 4 }, { arbitrary: tie('cycle'), weight: 1 }),
  cycle: fc.record({
    id: fc.constant(''),
    items: fc.array(tie('item'), { minLength: 1, maxLength: 4 }),
    times: fc.integer({ min: 1, max: 3 }),
    way: fc.constantFrom(...CYCLE_WAYS),
    endsTwice: fc.boolean(),
  }),
}));

/** Films with cycles within cycles; the ids of items say where they stand. */
export const filmsWithCycles = fc
  .array(fc.array(item, { maxLength: 6 }), { minLength: 1, maxLength: 3 })
  .map((scenes) => filmWith(scenes.map((items, s) => named(items, String(s)))));

/** All poses that items show, rolled out in the plainest way there is. */
export function rolledOut(items: readonly Item[]): readonly Pose[] {
  return items.flatMap((each) => {
    if (!('items' in each)) return [each];
    const there = rolledOut(each.items);
    const back = [...there].reverse();
    const turned = each.endsTwice || there.length === 1 ? back : back.slice(1, -1);
    const pass =
      each.way === 'forward'
        ? there
        : each.way === 'backward'
          ? back
          : !each.endsTwice && there.length === 1
            ? there
            : [...there, ...turned];
    return Array.from({ length: each.times }, () => pass).flat();
  });
}

export const rolledOutFilm = (film: Film): readonly Pose[] =>
  film.scenes.flatMap((scene) => (scene.setAside ? [] : rolledOut(scene.items)));

/** Numbers to pick things of a film by. */
export const picks = fc.array(fc.nat(), { minLength: 1, maxLength: 6 });

let serial = 0;
/** Identities that no film has yet. */
export const freshId = (): string => `fresh-${serial++}`;

/** A film with identities as films in a browser have them: those of `filmOf` hold dots, which no reader takes. */
export const withStoredIds = (film: Film): Film =>
  JSON.parse(JSON.stringify(film), (key, value: unknown) =>
    key === 'id' && typeof value === 'string' ? value.replaceAll('.', '-') : value,
  ) as Film;
