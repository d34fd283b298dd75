import Joi from 'joi';
import type { Film } from '../film/film';
import type {
  ListEdit,
  ListName,
  NestedName,
  Lists,
  Patches,
  RecordEdit,
  RecordName,
  Records,
  SetEdit,
  SetName,
  Sets,
} from './edit';
import { patched } from './patched';
import { placedAt } from './splice';

/** All that has to be known of a kind of things to edit them. */
export interface Collection<E> {
  /** The film after an edit. Identities that it does not have are passed over. */
  readonly apply: (film: Film, edit: E) => Film;
  /** The edit that takes `edit` back, for the film it is applied to. */
  readonly invert: (film: Film, edit: E) => E;
  /** The edit in a few plain words, as a list of what was done shows it. */
  readonly label: (edit: E) => string;
  /** What a stored edit has to be like. */
  readonly schema: Joi.ObjectSchema;
}

/** Of a value those keys that `like` has, undefined where the value has none. */
export function pick<T extends object>(value: T, like: object): Partial<T> {
  const picked: Partial<T> = {};
  for (const key of Object.keys(like) as (keyof T)[]) picked[key] = value[key];
  return picked;
}

const mark = Joi.string().pattern(/^[\w-]{1,64}$/);
const id = mark.required();
const index = Joi.number().integer().min(0).required();
// Of required ones a list would have to have one at least.
const ids = Joi.array().items(mark).required();

/** A schema for some keys of a thing, each of which may be missing, or undefined where it is taken away. */
// The type says which keys have to be named.
// eslint-disable-next-line @typescript-eslint/no-unnecessary-type-parameters
export const patchOf = <P extends object>(
  schema: Joi.ObjectSchema,
  keys: { readonly [K in keyof P]-?: true },
): Joi.ObjectSchema =>
  Joi.object(
    Object.fromEntries(
      Object.keys(keys).map((key) => [key, (schema.extract(key) as Joi.AnySchema).optional()]),
    ),
  );

export interface RecordOptions<R extends RecordName> {
  readonly name: R;
  readonly read: (film: Film) => Records[R];
  readonly write: (film: Film, value: Records[R]) => Film;
  readonly label: (edit: RecordEdit<R>) => string;
  readonly patch: Joi.ObjectSchema;
}

export const record = <R extends RecordName>({
  name,
  read,
  write,
  label,
  patch: patchSchema,
}: RecordOptions<R>): Collection<RecordEdit<R>> => ({
  apply: (film, { patch }) => write(film, patched(read(film), patch)),
  invert: (film, edit) => ({ ...edit, patch: pick<Records[R]>(read(film), edit.patch) }),
  label,
  schema: Joi.object({
    kind: Joi.valid('patch').required(),
    of: Joi.valid(name).required(),
    patch: patchSchema.required(),
  }),
});

export interface SetOptions<S extends SetName> {
  readonly name: S;
  readonly label: (edit: SetEdit<S>) => string;
  readonly schema: Joi.ObjectSchema;
}

const byId = (a: { readonly id: string }, b: { readonly id: string }): number =>
  a.id < b.id ? -1 : a.id > b.id ? 1 : 0;

export const set = <S extends SetName>({ name, label, schema }: SetOptions<S>): Collection<SetEdit<S>> => {
  const read = (film: Film): readonly Sets[S][] => film[name] as readonly Sets[S][];
  return {
    apply(film, edit) {
      const things = new Map(read(film).map((each) => [each.id, each]));
      for (const { id: key, to } of edit.things) {
        if (to) things.set(key, to);
        else things.delete(key);
      }
      // In the order of ids: taking one away and putting it back gives the same list.
      return { ...film, [name]: [...things.values()].sort(byId) };
    },
    invert(film, edit) {
      const things = new Map(read(film).map((each) => [each.id, each]));
      return { ...edit, things: edit.things.map(({ id: key }) => ({ id: key, to: things.get(key) })) };
    },
    label,
    schema: Joi.object({
      kind: Joi.valid('set').required(),
      of: Joi.valid(name).required(),
      things: Joi.array()
        .items(Joi.object({ id, to: schema.optional() }))
        .required(),
    }),
  };
};

export interface ListOptions<L extends ListName> {
  readonly name: L;
  readonly label: (edit: ListEdit<L>) => string;
  readonly schema: Joi.Schema;
  readonly patch: Joi.ObjectSchema;
}

/** Schemas of the edits of a list; those of items say in which scene or cycle, too. */
export function listSchema(
  name: ListName,
  item: Joi.Schema,
  patch: Joi.Schema,
  within: Joi.SchemaMap = {},
): Joi.ObjectSchema {
  const many = (each: Joi.SchemaMap): Joi.ArraySchema => Joi.array().items(Joi.object(each)).required();
  const only = (kind: string, schema: Joi.Schema): Joi.Schema =>
    Joi.when('kind', { is: kind, then: schema, otherwise: Joi.forbidden() });
  return Joi.object({
    kind: Joi.valid('insert', 'remove', 'move', 'patch').required(),
    of: Joi.valid(name).required(),
    places: only('insert', many({ item: item.required(), index, ...within })),
    ids: only('remove', ids),
    moves: only('move', many({ id, index, ...within })),
    patches: only('patch', many({ id, patch: patch.required() })),
  });
}

export const list = <L extends Exclude<ListName, NestedName>>({
  name,
  label,
  schema,
  patch,
}: ListOptions<L>): Collection<ListEdit<L>> => {
  type Thing = Lists[L];
  // Known by its name alone the list is one of several; here it is the one.
  type Own = ListEdit<'lanes'> & { readonly of: L };
  const read = (film: Film): readonly Thing[] => film[name] as unknown as readonly Thing[];
  const write = (film: Film, things: readonly Thing[]): Film => ({ ...film, [name]: things });
  const without = (film: Film, gone: ReadonlySet<string>): readonly Thing[] =>
    read(film).filter((each) => !gone.has(each.id));
  const placesOf = (film: Film, wanted: ReadonlySet<string>): readonly { item: Thing; index: number }[] =>
    read(film).flatMap((item, at) => (wanted.has(item.id) ? [{ item, index: at }] : []));
  const apply = (film: Film, edit: Own): Film => {
    switch (edit.kind) {
      case 'insert':
        return write(film, placedAt(read(film), edit.places as readonly { index: number; item: Thing }[]));
      case 'remove':
        return write(film, without(film, new Set(edit.ids)));
      case 'move': {
        const indices = new Map(edit.moves.map((move) => [move.id, move.index]));
        const moving = placesOf(film, new Set(indices.keys()));
        const placed = moving.map(({ item }) => ({ item, index: indices.get(item.id) as number }));
        return write(film, placedAt(without(film, new Set(indices.keys())), placed));
      }
      case 'patch': {
        const patches = new Map(edit.patches.map((each) => [each.id, each.patch as Patches[L]]));
        return write(
          film,
          read(film).map((each) => {
            const wanted = patches.get(each.id);
            return wanted ? patched(each, wanted) : each;
          }),
        );
      }
    }
  };
  const invert = (film: Film, edit: Own): Own => {
    switch (edit.kind) {
      case 'insert':
        return { kind: 'remove', of: edit.of, ids: edit.places.map(({ item }) => item.id) };
      case 'remove':
        return { kind: 'insert', of: edit.of, places: placesOf(film, new Set(edit.ids)) as never };
      case 'move': {
        const places = placesOf(film, new Set(edit.moves.map((move) => move.id)));
        return { ...edit, moves: places.map((place) => ({ id: place.item.id, index: place.index })) };
      }
      case 'patch': {
        const patches = new Map(edit.patches.map((each) => [each.id, each.patch]));
        const things = read(film).filter((each) => patches.has(each.id));
        return {
          ...edit,
          patches: things.map((each) => ({
            id: each.id,
            patch: pick(each, patches.get(each.id) ?? {}) as never,
          })),
        };
      }
    }
  };
  return {
    apply: apply as unknown as Collection<ListEdit<L>>['apply'],
    invert: invert as unknown as Collection<ListEdit<L>>['invert'],
    label,
    schema: listSchema(name, schema, patch),
  };
};
