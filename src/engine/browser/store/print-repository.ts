import Joi from 'joi';
import { LONGEST_NAME } from '../../../core/film/bounds';
import type { Film } from '../../../core/film/film';
import type { Span } from '../../../core/film/moments';
import { filmDocument, readFilmDocument } from '../../../core/formats/film-document';
import type { Size } from '../../../core/picture/size';
import type { PrintOrder } from '../../../core/print/print-order';
import type { PrintPart } from '../../../core/print/print-part';
import type { PrintSettings } from '../../../core/print/print-settings';
import { printSettingsSchema } from '../../../core/print/print-settings';
import type { Proof } from '../../../core/print/proof';
import type { Rate } from '../../../core/time/rate';
import { shaped } from '../../../core/film/shaped';
import { prints } from './stores';

/** A print that is waited for: it is forgotten once it is finished, or taken back. */
export interface OpenPrint {
  readonly id: string;
  readonly order: PrintOrder;
  readonly part: PrintPart;
  /** The file that the person picked, where it does not stay in the browser. */
  readonly file?: FileSystemFileHandle | undefined;
  readonly folder?: FileSystemDirectoryHandle | undefined;
  /** Milliseconds since 1970. */
  readonly asked: number;
}

/** A finished print. */
export interface FinishedPrint {
  readonly id: string;
  readonly fileName: string;
  /** Whether its file is among the browser's own; else it was written where the person picked. */
  readonly isKept: boolean;
  readonly filmId: string;
  readonly filmTitle: string;
  readonly part: PrintPart;
  /** What part that was, in words. */
  readonly partWords: string;
  readonly settings: PrintSettings;
  /** Milliseconds since 1970. */
  readonly made: number;
  readonly bytes: number;
  /** Of the file, at its rate. */
  readonly frames: number;
  readonly rate: Rate;
  /** Of its pictures; undefined for sound alone. */
  readonly picture?: Size | undefined;
  /** How long it took to make. */
  readonly seconds: number;
  readonly proof: Proof;
  /** A small JPEG of one of its pictures. */
  readonly poster?: Uint8Array<ArrayBuffer> | undefined;
}

const text = Joi.string().allow('').max(LONGEST_NAME);
const count = Joi.number().min(0).required();

const partSchema = Joi.object({
  of: Joi.string().valid('film', 'range', 'scenes').required(),
  ids: Joi.array().items(Joi.string().max(LONGEST_NAME)).when('of', { is: 'scenes', then: Joi.required() }),
}).required();

const proofSchema = Joi.object({
  holds: Joi.boolean().required(),
  words: Joi.string().allow('').required(),
  lines: Joi.array()
    .items(
      Joi.object({
        name: text.required(),
        expected: Joi.string().allow('').required(),
        found: Joi.string().allow('').required(),
        holds: Joi.boolean().required(),
      }),
    )
    .required(),
}).required();

const openSchema = shaped<{
  readonly state: 'open';
  readonly id: string;
  readonly document: unknown;
  readonly spans: readonly Span[];
  readonly settings: PrintSettings;
  readonly fileName: string;
  readonly part: PrintPart;
  readonly file?: FileSystemFileHandle;
  readonly folder?: FileSystemDirectoryHandle;
  readonly asked: number;
}>({
  state: Joi.string().valid('open').required(),
  id: Joi.string().max(100).required(),
  document: Joi.object().unknown().required(),
  spans: Joi.array()
    .items(
      Joi.object({
        from: Joi.number().integer().min(0).required(),
        to: Joi.number().integer().min(1).required(),
      }),
    )
    .min(1)
    .required(),
  settings: printSettingsSchema,
  fileName: text.required(),
  part: partSchema,
  file: Joi.any(),
  folder: Joi.any(),
  asked: count,
}).required();

const finishedSchema = shaped<FinishedPrint & { readonly state: 'finished' }>({
  state: Joi.string().valid('finished').required(),
  id: Joi.string().max(100).required(),
  fileName: text.required(),
  isKept: Joi.boolean().required(),
  filmId: Joi.string().max(LONGEST_NAME).required(),
  filmTitle: text.required(),
  part: partSchema,
  partWords: Joi.string().allow('').required(),
  settings: printSettingsSchema,
  made: count,
  bytes: count,
  frames: count,
  rate: Joi.object({ num: Joi.number().min(1).required(), den: Joi.number().min(1).required() }).required(),
  picture: Joi.object({ width: count, height: count }),
  seconds: count,
  proof: proofSchema,
  poster: Joi.object().instance(Uint8Array),
}).required();

/** Keeps a print that is waited for, with the film as it is now. */
export async function keepOpenPrint({ id, order, part, file, folder, asked }: OpenPrint): Promise<void> {
  const { film, spans, settings, fileName } = order;
  await prints.setItem(id, {
    state: 'open',
    ...{ id, spans, settings, fileName, part, asked, document: filmDocument(film) },
    ...(file && { file }),
    ...(folder && { folder }),
  });
}

export async function keepFinishedPrint(print: FinishedPrint): Promise<void> {
  await prints.setItem(print.id, { ...print, state: 'finished' });
}

export const forgetPrint = (id: string): Promise<void> => prints.removeItem(id);

/** What is kept of prints; what cannot be read is passed over. */
export async function storedPrints(): Promise<{
  readonly open: readonly OpenPrint[];
  readonly finished: readonly FinishedPrint[];
}> {
  const [open, finished]: [OpenPrint[], FinishedPrint[]] = [[], []];
  await prints.iterate<unknown, undefined>((stored) => {
    const waiting = openSchema.validate(stored, { convert: false });
    if (!waiting.error) {
      const { id, document, spans, settings, fileName, part, file, folder, asked } = waiting.value;
      const film = readFilmDocument(document);
      if (film.ok)
        open.push({ id, part, file, folder, asked, order: { film: film.value, spans, settings, fileName } });
      return undefined;
    }
    const done = finishedSchema.validate(stored, { convert: false });
    if (!done.error) finished.push(done.value);
    return undefined;
  });
  return {
    open: open.toSorted((a, b) => a.asked - b.asked),
    finished: finished.toSorted((a, b) => b.made - a.made),
  };
}

/** Films of prints that are waited for: their files are still needed. */
export const filmsOfPrints = async (): Promise<readonly Film[]> =>
  (await storedPrints()).open.map(({ order }) => order.film);
