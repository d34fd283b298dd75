import Joi from 'joi';
import { LONGEST_NAME } from '../../../../core/film/bounds';
import type { ListedFile } from '../../../../core/shoot/watched-files';
import type { WatchedPlace } from './watched-place';
import { ToldError } from '../../../../core/time/told-error';

interface Told extends ListedFile {
  readonly id: number;
}

const schema = Joi.object({
  name: Joi.string().max(LONGEST_NAME).optional(),
  files: Joi.array()
    .items(
      Joi.object({
        id: Joi.number().integer().min(0).required(),
        name: Joi.string().max(LONGEST_NAME).required(),
        bytes: Joi.number().min(0).required(),
        writtenAt: Joi.number().required(),
      }),
    )
    .required(),
  older: Joi.number().integer().min(0).required(),
}).required();

interface Answer {
  readonly name?: string;
  readonly files: readonly Told[];
  readonly older: number;
}

async function ask(): Promise<Required<Answer> | undefined> {
  const response = await fetch('/api/watch', { cache: 'no-store' });
  if (!response.ok) throw new ToldError('The server’s folder cannot be read.');
  const read: Joi.ValidationResult<Answer> = schema.validate(await response.json());
  if (read.error) throw new ToldError('The server’s folder cannot be read.');
  const { name, ...list } = read.value;
  return name === undefined ? undefined : { name, ...list };
}

/** The folder that the server watches; undefined where it was started without one. */
export async function serverFolder(): Promise<WatchedPlace | undefined> {
  const first = await ask().catch(() => undefined);
  if (!first) return undefined;
  let ids = new Map<string, number>();
  return {
    name: first.name,
    async list() {
      const told = await ask();
      if (!told) throw new ToldError('The server no longer watches a folder.');
      ids = new Map(told.files.map(({ id, name }) => [name, id]));
      return {
        files: told.files.map(({ name, bytes, writtenAt }) => ({ name, bytes, writtenAt })),
        older: told.older,
      };
    },
    async read(name) {
      const response = await fetch(`/api/watch/${ids.get(name) ?? -1}`, { cache: 'no-store' });
      if (!response.ok) throw new ToldError('It is gone.');
      return new File([await response.blob()], name);
    },
  };
}
