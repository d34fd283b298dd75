import Joi from 'joi';
import { LONGEST_NAME } from '../../../core/film/bounds';
import { arrivals } from './stores';

/** Where a film came from that was opened from a file. */
export interface Arrival {
  readonly filmId: string;
  /** The identity that the film has in the file: the same file, or a later copy of the same film, is known by it. */
  readonly sourceId: string;
  /** Name of the file. */
  readonly name: string;
  /** Whether all that the file holds came in. */
  readonly complete: boolean;
  /** Whether the file itself ended too early: opened again it holds no more. */
  readonly isDamaged?: boolean | undefined;
}

const schema = Joi.object({
  filmId: Joi.string().required(),
  sourceId: Joi.string().max(64).required(),
  name: Joi.string().max(LONGEST_NAME).required(),
  complete: Joi.boolean().required(),
  isDamaged: Joi.boolean().optional(),
}).required();

const read = (stored: unknown): Arrival | undefined => {
  const checked: Joi.ValidationResult<Arrival> = schema.validate(stored);
  return checked.error ? undefined : checked.value;
};

/** Marks a film as coming in from a file. Rejects with the browser's error. */
export const keepArrival = async (arrival: Arrival): Promise<void> => {
  await arrivals.setItem(arrival.filmId, arrival);
};

/** Where a film comes in from; undefined where all of it is here. */
export const readArrival = async (filmId: string): Promise<Arrival | undefined> =>
  read(await arrivals.getItem<unknown>(filmId));

/** Takes the mark off: all of the film is here, or it is gone. */
export const forgetArrival = (filmId: string): Promise<void> => arrivals.removeItem(filmId);

/** Arrivals of films that came out of a file with this film in it. */
export async function arrivalsOf(sourceId: string): Promise<readonly Arrival[]> {
  const all = await Promise.all((await arrivals.keys()).map(readArrival));
  return all.flatMap((each) => (each?.sourceId === sourceId ? [each] : []));
}
