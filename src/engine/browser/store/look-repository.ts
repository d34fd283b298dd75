import Joi from 'joi';
import { LONGEST_NAME } from '../../../core/film/bounds';
import { lookSchema } from '../../../core/film/film-schema';
import type { Look } from '../../../core/picture/colour/colour-steps';
import { desk } from './stores';

/** A stack of colour that is kept for other films. */
export interface KeptLook {
  readonly name: string;
  readonly look: Look;
}

const KEY = 'looks';

/** Looks kept at most. */
export const MOST_LOOKS = 200;

const keptSchema = Joi.object({
  name: Joi.string().trim().min(1).max(LONGEST_NAME).required(),
  look: lookSchema.min(1).required(),
}).required();

/** The looks that are kept in this browser, by name; what cannot be read is passed over. */
export async function keptLooks(): Promise<readonly KeptLook[]> {
  const stored = await desk.getItem<unknown>(KEY);
  if (!Array.isArray(stored)) return [];
  return stored.filter((each): each is KeptLook => !keptSchema.validate(each, { convert: false }).error);
}

/** Keeps looks in place of those that were kept. */
export async function keepLooks(looks: readonly KeptLook[]): Promise<void> {
  await desk.setItem(KEY, looks.slice(0, MOST_LOOKS));
}
