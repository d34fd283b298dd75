import Joi from 'joi';
import type { IntakeRow } from '../../../core/film/intake/intake-row';
import type { RowOrder } from '../../../core/film/intake/order-rows';
import { photoSchema } from '../../../core/formats/film-document';
import { intakes } from './stores';

/** What is kept of an intake, so that a closed tab costs nothing. */
export interface KeptIntake {
  readonly filmId: string;
  readonly rows: readonly IntakeRow[];
  readonly order: RowOrder | undefined;
  readonly asked: number;
}

const schema = Joi.object({
  filmId: Joi.string().required(),
  rows: Joi.array()
    .items(
      Joi.object({
        id: Joi.string().required(),
        name: Joi.string().allow('').required(),
        modifiedAt: Joi.number().optional(),
        photo: photoSchema.optional(),
        problem: Joi.string().optional(),
        inFilm: Joi.boolean().optional(),
        leftOut: Joi.boolean().required(),
      }),
    )
    .required(),
  order: Joi.string().valid('number', 'time', 'name', 'pixels', 'bytes').optional(),
  asked: Joi.number().integer().min(0).required(),
});

export const keepIntake = async ({ filmId, rows, order, asked }: KeptIntake): Promise<void> => {
  await intakes.setItem<KeptIntake>(filmId, { filmId, rows, order, asked });
};

export const forgetIntake = (filmId: string): Promise<void> => intakes.removeItem(filmId);

/** The intake of a film that was not finished; undefined where there is none, or it cannot be read. */
export async function readIntake(filmId: string): Promise<KeptIntake | undefined> {
  const stored = await intakes.getItem<unknown>(filmId);
  if (stored === null) return undefined;
  const read: Joi.ValidationResult<KeptIntake> = schema.validate(stored, { convert: false });
  return read.error ? undefined : read.value;
}
