import Joi from 'joi';
import { LONGEST_NAME } from '../../../core/film/bounds';
import { SHOT_PLACES, type ShotPlace } from '../../../core/shoot/shot-edits';
import { shots } from './stores';

/** A photo that was taken, as it lies in the store until the film has it. */
export interface KeptShot {
  /** Identity of the photo that it becomes. */
  readonly id: string;
  readonly filmId: string;
  readonly name: string;
  readonly type: string;
  /** Milliseconds since 1970. */
  readonly takenAt: number;
  /** Where it goes in the film, and for how long. */
  readonly place: ShotPlace;
  readonly poseId?: string | undefined;
  /** The photo that was taken just before and was not in the film yet: it goes behind that. */
  readonly afterPhoto?: string | undefined;
  readonly hold: number;
  /** Whether it goes into the tray only: a photo of a burst to choose from. */
  readonly isSpare?: boolean | undefined;
  /** How it is turned to be shown, as EXIF counts. */
  readonly turn?: number | undefined;
  /** The file; plain bytes, which the database keeps within itself. */
  readonly bytes: Uint8Array<ArrayBuffer>;
}

const schema = Joi.object({
  id: Joi.string().max(64).required(),
  filmId: Joi.string().max(64).required(),
  name: Joi.string().max(LONGEST_NAME).required(),
  type: Joi.string().max(100).allow('').required(),
  takenAt: Joi.number().required(),
  place: Joi.string()
    .valid(...SHOT_PLACES)
    .required(),
  poseId: Joi.string().max(64).optional(),
  afterPhoto: Joi.string().max(64).optional(),
  hold: Joi.number().integer().min(1).required(),
  isSpare: Joi.boolean().optional(),
  turn: Joi.number().integer().min(1).max(8).optional(),
  bytes: Joi.object().instance(Uint8Array).required(),
}).required();

const keyOf = ({ filmId, id }: Pick<KeptShot, 'filmId' | 'id'>): string => `${filmId}/${id}`;

const keysOf = async (filmId: string): Promise<readonly string[]> =>
  (await shots.keys()).filter((key) => key.startsWith(`${filmId}/`));

/** Stores a photo that was taken. Rejects with the browser's error, such as a full disk. */
export const keepShot = async (shot: KeptShot): Promise<void> => {
  await shots.setItem(keyOf(shot), shot);
};

/** Removes it: the film has it. */
export const forgetShot = (shot: Pick<KeptShot, 'filmId' | 'id'>): Promise<void> =>
  shots.removeItem(keyOf(shot));

/** Photos of a film that were taken and did not come into it any more, in the order in which they were taken. */
export async function readShots(filmId: string): Promise<readonly KeptShot[]> {
  const found: KeptShot[] = [];
  for (const key of await keysOf(filmId)) {
    const read: Joi.ValidationResult<KeptShot> = schema.validate(await shots.getItem<unknown>(key), {
      convert: false,
    });
    if (!read.error) found.push(read.value);
  }
  return found.sort((a, b) => a.takenAt - b.takenAt);
}

/** Removes all of a film. */
export async function removeShotsOf(filmId: string): Promise<void> {
  for (const key of await keysOf(filmId)) await shots.removeItem(key);
}
