import type Joi from 'joi';
import { DEFAULT_SETTINGS, type Film, type Item } from '../film/film';
import { isCycle, posesOf } from '../film/items';
import { FIRST_LANES, FIRST_MIX } from '../film/sound';
import { err, ok, type Result } from '../time/result';
import { count } from '../time/format';
import { formatFault } from './format-fault';
import { documentSchema, isNewer, readFilmDocument, upToDate, whyTooMuch } from './film-document';

/** A film as it was read, and what had to be put right in it, as parts of a sentence. */
export interface OpenedFilm {
  readonly film: Film;
  readonly mended: readonly string[];
}

/** What stands in for a field that is missing. Whatever is not here goes with what it belongs to. */
const INSTEAD: Readonly<Record<string, unknown>> = {
  ...{ title: 'Untitled film', name: '', label: '', text: '', stem: '', type: 'unknown', bytes: 0 },
  ...{ settings: DEFAULT_SETTINGS, ...DEFAULT_SETTINGS, orientation: 1, colour: 'teal' },
  ...{ hold: 1, times: 1, way: 'forward', endsTwice: false, offset: 0, showing: 0, frame: 0, nudge: 0 },
  ...{ flags: [], range: {}, sounds: [], lanes: FIRST_LANES, cues: [], mix: FIRST_MIX, ...FIRST_MIX },
  ...{ layers: [], drawings: [] },
  ...{ level: 0, curve: 'straight', toBar: 4, channels: 2, sampleRate: 48_000, form: 'file' },
};

/** So often what was put right is looked at anew: a field that is taken out may be missing then. */
const ROUNDS = 8;
/** Documents with more faults are refused, not mended. */
const MAX_FAULTS = 10_000;

type Holder = Record<string | number, unknown>;

const isHolder = (value: unknown): value is Holder => typeof value === 'object' && value !== null;

/** The values along a path, from the document itself to the one that holds the last key; shorter where it breaks off. */
function holdersOf(root: Holder, path: readonly (string | number)[]): readonly Holder[] {
  const holders = [root];
  for (const key of path.slice(0, -1)) {
    const next = holders.at(-1)?.[key];
    if (!isHolder(next)) break;
    holders.push(next);
  }
  return holders;
}

/** Takes things out of lists once all of them are known: places must not shift meanwhile. */
class Takeaway {
  readonly #places = new Map<unknown[], Set<number>>();

  add(list: unknown[], index: number): void {
    const places = this.#places.get(list) ?? new Set();
    this.#places.set(list, places.add(index));
  }

  carryOut(): void {
    for (const [list, places] of this.#places) {
      const left = list.filter((_, i) => !places.has(i));
      list.length = 0;
      for (const each of left) list.push(each);
    }
  }
}

/** Puts one fault right, in place; false where nothing can stand in for what is wrong. */
function mendFault(root: Holder, detail: Joi.ValidationErrorItem, takeaway: Takeaway): boolean {
  const { path, type, context } = detail;
  const holders = holdersOf(root, path);
  const holder = holders.at(-1);
  const key = path[holders.length - 1];
  if (!holder || key === undefined) return false;
  const value = holder[key];
  const limit: unknown = context?.['limit'];
  /** Takes out what this belongs to: out of a list, or where it stands by its name. */
  const takeOut = (): boolean => {
    const [list, at] = typeof key === 'number' ? [holder, key] : [holders.at(-2), path[holders.length - 2]];
    if (list === undefined || at === undefined || at === 'film') return false;
    if (Array.isArray(list)) takeaway.add(list, Number(at));
    else Reflect.deleteProperty(list, at);
    return true;
  };
  if (type === 'string.max' && typeof value === 'string' && typeof limit === 'number')
    holder[key] = value.slice(0, limit).replace(/[\uD800-\uDBFF]$/, '');
  else if ((type === 'number.max' || type === 'number.min') && typeof limit === 'number') holder[key] = limit;
  else if (type === 'number.integer' && typeof value === 'number') holder[key] = Math.round(value);
  else if (type === 'array.max' && Array.isArray(value) && typeof limit === 'number') value.length = limit;
  else if (type === 'any.required' && typeof key === 'string' && key in INSTEAD)
    holder[key] = structuredClone(INSTEAD[key]);
  else if (
    type === 'any.required' ||
    type === 'array.unique' ||
    type === 'array.min' ||
    typeof key === 'number'
  )
    return takeOut();
  // What may be missing is missing then; for what may not something stands in the next time.
  else Reflect.deleteProperty(holder, key);
  return true;
}

/** Puts the fields of a document right that are out of bounds or of the wrong kind; gives what they were. */
function mendFields(root: Holder): readonly string[] | undefined {
  const mended: string[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    const faults = documentSchema.validate(root, { convert: false, abortEarly: false }).error?.details ?? [];
    if (faults.length === 0) return mended;
    if (faults.length > MAX_FAULTS) return undefined;
    const takeaway = new Takeaway();
    for (const fault of faults) {
      if (fault.type !== 'any.required' || round === 0) mended.push(formatFault(fault));
      if (!mendFault(root, fault, takeaway)) return undefined;
    }
    takeaway.carryOut();
  }
  return undefined;
}

/** Takes out poses without photos and cues without sounds, and gives poses that carry the same mark marks of their own. */
function mendTies(film: Film): { readonly film: Film; readonly mended: readonly string[] } {
  const photos = new Set(film.photos.map(({ id }) => id));
  const seen = new Set<string>();
  let [lost, twice] = [0, 0];
  const own = (id: string): string => {
    let mark = id;
    for (let n = 2; seen.has(mark); n++) mark = `${id.slice(0, 56)}-${n}`;
    if (mark !== id) twice++;
    seen.add(mark);
    return mark;
  };
  const mend = (items: readonly Item[]): readonly Item[] =>
    items.flatMap((item): readonly Item[] => {
      if (isCycle(item)) {
        const inside = mend(item.items);
        return inside.length > 0 ? [{ ...item, items: inside }] : [];
      }
      if (photos.has(item.photoId)) return [{ ...item, id: own(item.id) }];
      lost++;
      return [];
    });
  const scenes = film.scenes.map((scene) => ({ ...scene, items: mend(scene.items) }));
  const sounds = new Map(film.sounds.map((each) => [each.id, each]));
  const lanes = new Set(film.lanes.map(({ id }) => id));
  const cues = film.cues.flatMap((cue) => {
    const samples = sounds.get(cue.soundId)?.samples ?? 0;
    return lanes.has(cue.laneId) && cue.from < samples ? [{ ...cue, to: Math.min(cue.to, samples) }] : [];
  });
  const adrift = film.cues.length - cues.length;
  const mended = [
    lost > 0 ? `${count(lost, 'pose')} without a photo left out` : '',
    twice > 0 ? `${count(twice, 'pose')} with the mark of another` : '',
    adrift > 0 ? `${count(adrift, 'cue')} without a sound or a lane left out` : '',
  ].filter(Boolean);
  return { film: { ...film, scenes, cues }, mended };
}

/**
 * Reads a stored film and puts right what is wrong with single fields of it. What holds too little to be a film, is of a
 * newer version, has more faults than that, or would be left without any of its poses, is refused. Never throws.
 */
export function openFilmDocument(value: unknown): Result<OpenedFilm> {
  const read = readFilmDocument(value);
  return read.ok ? ok({ film: read.value, mended: [] }) : mendFilmDocument(value, read.problem);
}

/** Whether a document is worth mending: of a known version, within the size limits, with lists of photos and of scenes. */
export function canBeMended(value: unknown): boolean {
  if (whyTooMuch(value) !== undefined || isNewer(value)) return false;
  const root = upToDate(value);
  if (!isHolder(root) || !isHolder(root['film'])) return false;
  const { photos, scenes } = root['film'];
  return Array.isArray(photos) && Array.isArray(scenes) && scenes.length > 0;
}

/** Puts right what is wrong with single fields of a stored film that cannot be read, which `problem` says. It may take seconds. */
export function mendFilmDocument(value: unknown, problem: string): Result<OpenedFilm> {
  try {
    if (!canBeMended(value)) return err(problem);
    const root = structuredClone(upToDate(value)) as Holder & { film: Holder & { scenes: unknown[] } };
    const hadPoses = root.film.scenes.some(
      (scene) => isHolder(scene) && Array.isArray(scene['items']) && scene['items'].length > 0,
    );
    const fields = mendFields(root);
    if (!fields) return err(problem);
    const ties = mendTies(root.film as unknown as Film);
    const whole = readFilmDocument({ ...root, film: ties.film });
    if (!whole.ok) return whole;
    if (hadPoses && posesOf(whole.value).length === 0) return err(problem);
    return ok({ film: whole.value, mended: [...fields, ...ties.mended] });
  } catch {
    return err(problem);
  }
}

/** The most letters of a title in a sentence. */
const MAX_TITLE = 40;

const shortName = (title: string): string =>
  title.length > MAX_TITLE ? `${title.slice(0, MAX_TITLE)}…` : title;

/** Said of a film in which something was put right. */
export function formatMended({ film, mended }: OpenedFilm): string {
  const more = mended.length > 3 ? `; and ${mended.length - 3} more` : '';
  return `“${shortName(film.title)}” was damaged and has been put right as far as it could be: ${mended.slice(0, 3).join('; ')}${more}.`;
}
