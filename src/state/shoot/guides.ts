import Joi from 'joi';
import { create } from 'zustand';
import { plainNumbers } from '../../core/time/plain-numbers';
import { err, ok, type Result } from '../../core/time/result';
import { desk } from '../../engine/browser/store/stores';

/** What is drawn over the live picture to line things up by. */
export interface Guides {
  readonly thirds: boolean;
  readonly centre: boolean;
  readonly safe: boolean;
  readonly level: boolean;
  /** Whether what is sharp is marked. */
  readonly edges: boolean;
  /** Whether a glass follows the pointer. */
  readonly magnifier: boolean;
  /** Width by height of the part that is kept clear; what is around it is dimmed. */
  readonly shape: number | undefined;
}

const NONE: Guides = {
  thirds: false,
  centre: false,
  safe: false,
  level: false,
  edges: false,
  magnifier: false,
  shape: undefined,
};

/** What is drawn over the live picture; kept for the browser as a whole. */
export const useGuides = create<Guides>(() => NONE);

/** Widest and narrowest shapes. */
const SHAPE = { least: 0.2, most: 5 };

const schema = Joi.object({
  thirds: Joi.boolean(),
  centre: Joi.boolean(),
  safe: Joi.boolean(),
  level: Joi.boolean(),
  edges: Joi.boolean(),
  magnifier: Joi.boolean(),
  shape: Joi.number().min(SHAPE.least).max(SHAPE.most).optional(),
});

/** Takes up the guides that were shown last. */
export async function restoreGuides(): Promise<void> {
  const { value, error } = schema.validate((await desk.getItem<unknown>('guides').catch(() => null)) ?? {}, {
    convert: false,
  }) as { value: Partial<Guides>; error?: Error };
  if (!error) useGuides.setState(value);
}

/** Shows guides, or no longer. */
export function setGuides(change: Partial<Guides>): void {
  useGuides.setState(change);
  desk.setItem('guides', useGuides.getState()).catch(() => undefined);
}

/** Thirds, or no lines at all. */
export function toggleGuides(): void {
  const { thirds, centre, safe, level } = useGuides.getState();
  const any = thirds || centre || safe || level;
  setGuides(any ? { thirds: false, centre: false, safe: false, level: false } : { thirds: true });
}

/** A shape as it is typed: `2.39`, `2.39:1`, `9:16`; nothing for none. */
export function parseShape(text: string): Result<number | undefined> {
  if (text.trim() === '') return ok(undefined);
  const [, wide = '', high = '1'] =
    /^(\d+(?:\.\d+)?)\s*(?:[:x×/]\s*(\d+(?:\.\d+)?))?$/.exec(plainNumbers(text)) ?? [];
  const shape = Number(wide) / Number(high);
  return wide !== '' && shape >= SHAPE.least && shape <= SHAPE.most
    ? ok(Math.round(shape * 1000) / 1000)
    : err(`“${text}” is not a shape. Type width and height such as 16:9, or 2.39.`);
}
