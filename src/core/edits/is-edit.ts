import Joi from 'joi';
import { MOST_PARTS } from '../film/bounds';
import { COLLECTION_NAMES, collectionOf } from './collections';
import type { Batch, Edit } from './edit';

const batchSchema = Joi.object({
  kind: Joi.valid('batch').required(),
  edits: Joi.array().max(MOST_PARTS).required(),
  label: Joi.string().allow('').optional(),
  stays: Joi.valid(true).optional(),
}).required();

const ofCollection = Joi.object({ of: Joi.valid(...COLLECTION_NAMES).required() })
  .unknown()
  .required();

/** Batches lie in batches, but never so deep. */
const DEEPEST = 40;

/**
 * Whether a stored value is an edit that can be carried out: one that was made by another version, or is damaged, is not.
 * What it makes of a film is another question.
 */
export function isEdit(value: unknown, depth = 0): value is Edit {
  const asBatch: Joi.ValidationResult<Batch> = batchSchema.validate(value, { convert: false });
  if (!asBatch.error) return depth < DEEPEST && asBatch.value.edits.every((each) => isEdit(each, depth + 1));
  if (ofCollection.validate(value, { convert: false }).error) return false;
  return !collectionOf(value as Exclude<Edit, Batch>).schema.validate(value, { convert: false }).error;
}
