import Joi from 'joi';
import { LONGEST_NAME } from '../../../core/film/bounds';
import type { IntakeRow } from '../../../core/film/intake/intake-row';
import type { RowOrder } from '../../../core/film/intake/order-rows';
import { photoSchema } from '../../../core/film/film-schema';
import { setItems } from './set-items';
import { intakes } from './stores';

/** What is kept of an intake, so that a closed tab costs nothing. */
export interface KeptIntake {
  readonly filmId: string;
  readonly rows: readonly IntakeRow[];
  readonly order: RowOrder | undefined;
  readonly asked: number;
}

/** Rows lie in parts of so many, each under a key of its own: most of thousands do not change when more come in. */
const IN_PART = 250;

const rowsSchema = Joi.array().items(
  Joi.object({
    id: Joi.string().required(),
    name: Joi.string().allow('').required(),
    folder: Joi.string().max(LONGEST_NAME).optional(),
    modifiedAt: Joi.number().optional(),
    photo: photoSchema.optional(),
    problem: Joi.string().optional(),
    inFilm: Joi.boolean().optional(),
    leftOut: Joi.boolean().required(),
  }),
);

const indexSchema = Joi.object({
  filmId: Joi.string().required(),
  order: Joi.string().valid('number', 'time', 'name', 'pixels', 'bytes').optional(),
  asked: Joi.number().integer().min(0).required(),
  parts: Joi.number().integer().min(0).default(0),
  // All of them, as they were kept before they were parted.
  rows: rowsSchema.default([]),
}).required();

type Index = Omit<KeptIntake, 'rows'> & { readonly parts: number };

const partKey = (filmId: string, part: number): string => `${filmId}/${part}`;

/** The rows that were kept last, to write only what has changed since. */
let last: { readonly filmId: string; readonly parts: readonly (readonly IntakeRow[])[] } | undefined;

const sameRows = (a: readonly IntakeRow[] | undefined, b: readonly IntakeRow[]): boolean =>
  a?.length === b.length && b.every((row, i) => row === a[i]);

/** Keeps an intake: all of it or nothing. Rejects with the browser's error. */
export async function keepIntake({ filmId, rows, order, asked }: KeptIntake): Promise<void> {
  const parts = Array.from({ length: Math.ceil(rows.length / IN_PART) }, (_, part) =>
    rows.slice(part * IN_PART, (part + 1) * IN_PART),
  );
  const before = last?.filmId === filmId ? last.parts : [];
  const changed = parts.flatMap((value, part) =>
    sameRows(before[part], value) ? [] : [{ key: partKey(filmId, part), value }],
  );
  const index: Index = { filmId, order, asked, parts: parts.length };
  last = { filmId, parts };
  try {
    await setItems(intakes, [...changed, { key: filmId, value: index }]);
  } catch (error) {
    last = undefined;
    throw error;
  }
}

const waitingKey = (filmId: string): string => `${filmId}/waiting`;

/** Keeps rows that are not in the table yet, beside it: a closed tab costs no photo that was shown to be in. */
export const keepWaiting = async (filmId: string, rows: readonly IntakeRow[]): Promise<void> => {
  await intakes.setItem(waitingKey(filmId), rows);
};

/** Forgets a film's table of what came in, with all its parts. */
export async function forgetIntake(filmId: string): Promise<void> {
  if (last?.filmId === filmId) last = undefined;
  for (const key of await intakes.keys())
    if (key === filmId || key.startsWith(`${filmId}/`)) await intakes.removeItem(key);
}

/** Films with an intake that was not finished. */
export const filmsWithIntake = async (): Promise<readonly string[]> =>
  (await intakes.keys()).filter((key) => !key.includes('/'));

/** The intake of a film that was not finished; undefined where there is none, or it cannot be read. */
export async function readIntake(filmId: string): Promise<KeptIntake | undefined> {
  // Another tab may have kept it since.
  if (last?.filmId === filmId) last = undefined;
  const stored = await intakes.getItem<unknown>(filmId);
  const index: Joi.ValidationResult<Index & KeptIntake> = indexSchema.validate(stored, { convert: false });
  if (index.error) return undefined;
  const { parts, rows: whole, ...kept } = index.value;
  const parted = await Promise.all(
    Array.from({ length: parts }, (_, part) => intakes.getItem<unknown>(partKey(filmId, part))),
  );
  const rows: Joi.ValidationResult<readonly IntakeRow[]> = rowsSchema.validate(parted.flat(), {
    convert: false,
  });
  if (rows.error) return undefined;
  const table = [...whole, ...rows.value];
  const inTable = new Set(table.map(({ id }) => id));
  const waiting: Joi.ValidationResult<readonly IntakeRow[]> = rowsSchema.validate(
    (await intakes.getItem<unknown>(waitingKey(filmId))) ?? [],
    { convert: false },
  );
  const late = waiting.error ? [] : waiting.value.filter(({ id }) => !inTable.has(id));
  return { ...kept, rows: [...table, ...late] };
}
