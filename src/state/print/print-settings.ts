import Joi from 'joi';
import { create } from 'zustand';
import { LONGEST_NAME } from '../../core/film/bounds';
import type { Experience } from '../../core/print/forecast';
import type { PrintPart } from '../../core/print/print-part';
import { PLAIN_PRINT, printSettingsSchema, type PrintSettings } from '../../core/print/print-settings';
import type { Purpose } from '../../core/print/purposes';
import { desk } from '../../engine/browser/store/stores';
import { sayUnkept } from './say-unkept';

/** Bytes that kept pieces may take, to choose from. */
export const PIECE_ROOMS = [0, 0.5e9, 2e9, 8e9] as const;

interface PrintDesk {
  readonly settings: PrintSettings;
  /** What of the film is printed next. */
  readonly part: PrintPart;
  /** Purposes of the person's own. */
  readonly purposes: readonly Purpose[];
  /** What prints took for what was forecast, by kind and quality. */
  readonly experience: Readonly<Record<string, Experience>>;
  /** Bytes that kept pieces may take. */
  readonly piecesRoom: number;
}

/** How the next print is set. */
export const usePrintSettings = create<PrintDesk>(() => ({
  settings: PLAIN_PRINT,
  part: { of: 'film' },
  purposes: [],
  experience: {},
  piecesRoom: 2e9,
}));

const KEY = 'print';
const MOST_PURPOSES = 100;

const deskSchema = Joi.object({
  settings: printSettingsSchema,
  purposes: Joi.array()
    .items(
      Joi.object({
        name: Joi.string().trim().min(1).max(LONGEST_NAME).required(),
        settings: printSettingsSchema,
      }),
    )
    .max(MOST_PURPOSES)
    .required(),
  experience: Joi.object()
    .pattern(
      Joi.string().max(50),
      Joi.object({ bytes: Joi.number().positive().required(), seconds: Joi.number().positive().required() }),
    )
    .max(100)
    .required(),
  piecesRoom: Joi.number().min(0).max(1e12).required(),
}).required();

/** Brings back how prints were set last; what cannot be read is as at first. */
export async function restorePrintSettings(): Promise<void> {
  const stored = await desk.getItem<unknown>(KEY).catch(() => undefined);
  if (!deskSchema.validate(stored, { convert: false }).error) usePrintSettings.setState(stored as PrintDesk);
}

function keep(): void {
  const { settings, purposes, experience, piecesRoom } = usePrintSettings.getState();
  desk.setItem(KEY, { settings, purposes, experience, piecesRoom }).catch(sayUnkept);
}

export function setPrint(change: Partial<PrintSettings>): void {
  usePrintSettings.setState(({ settings }) => {
    const next = { ...settings, ...change };
    // What is not said is not there.
    const said = Object.entries(next).filter(([, value]) => value !== undefined);
    return { settings: Object.fromEntries(said) as unknown as PrintSettings };
  });
  keep();
}

export const setPrintPart = (part: PrintPart): void => usePrintSettings.setState({ part });

/** Takes the settings of a purpose; names stay as they are. */
export function takePurpose({ settings }: Purpose): void {
  const { pattern, eachScene } = usePrintSettings.getState().settings;
  usePrintSettings.setState({ settings: { ...settings, pattern, eachScene } });
  keep();
}

/** Keeps the settings as a purpose under a name, in place of one that has it. */
export function keepPurpose(name: string): void {
  usePrintSettings.setState(({ settings, purposes }) => ({
    purposes: [...purposes.filter((each) => each.name !== name), { name, settings }].slice(-MOST_PURPOSES),
  }));
  keep();
}

export function forgetPurpose(name: string): void {
  usePrintSettings.setState(({ purposes }) => ({ purposes: purposes.filter((each) => each.name !== name) }));
  keep();
}

export function setPiecesRoom(piecesRoom: number): void {
  usePrintSettings.setState({ piecesRoom });
  keep();
}

export const experienceKey = ({ kind, quality }: PrintSettings): string => `${kind} ${quality}`;

/** Remembers what a print took for what was forecast of it. */
export function learn(settings: PrintSettings, forecast: Experience, took: Experience): void {
  const ratio = (is: number, was: number): number => Math.min(10, Math.max(0.1, is / Math.max(1e-9, was)));
  const next = { bytes: ratio(took.bytes, forecast.bytes), seconds: ratio(took.seconds, forecast.seconds) };
  usePrintSettings.setState(({ experience }) => ({
    experience: { ...experience, [experienceKey(settings)]: next },
  }));
  keep();
}
