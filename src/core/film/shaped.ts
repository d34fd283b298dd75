import Joi from 'joi';

/**
 * A schema of an object with a schema for each key of its type, no more and no fewer: a field cannot be in one and not in the
 * other.
 */
export const shaped = <T extends object>(keys: {
  readonly [K in keyof T]-?: Joi.Schema;
}): Joi.ObjectSchema<T> => Joi.object(keys);
