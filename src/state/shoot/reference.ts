import Joi from 'joi';
import { create } from 'zustand';
import { LONGEST_NAME } from '../../core/film/bounds';
import { declaredSize } from '../../core/picture/declared-size';
import { sniffPhotoType } from '../../core/picture/sniff';
import type { Size } from '../../core/picture/size';
import { references } from '../../engine/browser/store/stores';
import { openFilm } from '../document/document';
import { tell } from '../shell/shell';

/** Where a reference lies on the film's picture. */
export interface ReferencePlace {
  /** Its middle, in parts of the film's picture. */
  readonly x: number;
  readonly y: number;
  /** Its width, in parts of the film's. */
  readonly size: number;
  /** Degrees, clockwise. */
  readonly turn: number;
}

interface Reference {
  readonly name: string;
  readonly kind: 'picture' | 'video';
  /** Its own pixels. */
  readonly pixels: Size;
  /** An address of it in this page. */
  readonly url: string;
}

interface ReferenceState {
  readonly reference: Reference | undefined;
  readonly place: ReferencePlace;
  /** How strongly it is seen, 0 to 1. */
  readonly strength: number;
  readonly isShown: boolean;
  /** Whether a hand places it on the picture. */
  readonly isPlaced: boolean;
  /** The frame of the film at which a video begins. */
  readonly from: number;
}

export const MIDDLE: ReferencePlace = { x: 0.5, y: 0.5, size: 1, turn: 0 };

const NONE: ReferenceState = {
  reference: undefined,
  place: MIDDLE,
  strength: 0.5,
  isShown: true,
  isPlaced: false,
  from: 0,
};

/** What lies over the live picture to shoot by: a drawing, a photo, or a video that is stepped with the film. */
export const useReference = create<ReferenceState>(() => NONE);

const state = useReference.getState;

/** Pixels of a side, and bytes, up to which a reference is taken: a browser draws no larger ones. */
const LONGEST = 16_384;
const MOST_BYTES = 500e6;
/** Bounds of where it can lie. */
const BOUNDS = { off: 3, size: { least: 0.02, most: 20 } };

interface Kept {
  readonly name: string;
  readonly file: Blob;
  readonly place: ReferencePlace;
  readonly strength: number;
  readonly isShown: boolean;
  readonly from: number;
}

const part = Joi.number().min(-BOUNDS.off).max(BOUNDS.off).required();
const schema = Joi.object({
  name: Joi.string().max(LONGEST_NAME).required(),
  file: Joi.object().instance(Blob).required(),
  place: Joi.object({
    x: part,
    y: part,
    size: Joi.number().min(BOUNDS.size.least).max(BOUNDS.size.most).required(),
    turn: Joi.number().min(-360).max(360).required(),
  }).required(),
  strength: Joi.number().min(0).max(1).required(),
  isShown: Joi.boolean().required(),
  from: Joi.number().integer().min(0).required(),
}).required();

function readKept(stored: unknown): Kept | undefined {
  const read: Joi.ValidationResult<Kept> = schema.validate(stored);
  return read.error ? undefined : read.value;
}

/** The file of the reference that is shown. */
let file: Blob | undefined;

function put(next: Partial<ReferenceState>): void {
  const before = state().reference;
  useReference.setState(next);
  if (before && before.url !== state().reference?.url) URL.revokeObjectURL(before.url);
}

/** It is stored so many milliseconds after the last change: a hand that places it changes it many times. */
const KEEP_AFTER = 300;
let keeping: ReturnType<typeof setTimeout> | undefined;

function keep(): void {
  const filmId = openFilm()?.id;
  if (filmId === undefined) return;
  clearTimeout(keeping);
  keeping = setTimeout(() => void keepNow(filmId), KEEP_AFTER);
}

async function keepNow(filmId: string): Promise<void> {
  if (openFilm()?.id !== filmId) return;
  const { reference, place, strength, isShown, from } = state();
  const kept: Kept | undefined = reference &&
    file && { name: reference.name, file, place, strength, isShown, from };
  try {
    await (kept ? references.setItem(filmId, kept) : references.removeItem(filmId));
  } catch {
    tell('The reference could not be saved: it is gone when the page is closed.', 'wrong');
  }
}

/** Pixels of a file that the browser shows, as a picture or as a video; undefined where it is neither. */
async function looked(url: string, kind: Reference['kind']): Promise<Size | undefined> {
  if (kind === 'video') {
    const video = document.createElement('video');
    video.preload = 'metadata';
    video.muted = true;
    const loaded = new Promise<boolean>((resolve) => {
      video.onloadedmetadata = () => resolve(true);
      video.onerror = () => resolve(false);
    });
    video.src = url;
    const fine = (await loaded) && video.videoWidth > 0;
    const pixels = fine ? { width: video.videoWidth, height: video.videoHeight } : undefined;
    // It asks for its file no longer: that may be let go from now on.
    video.removeAttribute('src');
    video.load();
    return pixels;
  }
  const picture = new Image();
  picture.src = url;
  try {
    await picture.decode();
    return { width: picture.naturalWidth, height: picture.naturalHeight };
  } catch {
    return undefined;
  }
}

/** Why a file is not taken as a reference, in a sentence. */
async function refused(chosen: Blob, name: string): Promise<string | undefined> {
  if (chosen.size === 0) return `${name} is empty. It was left out.`;
  if (chosen.size > MOST_BYTES) return `${name} has more than 500 MB. It was left out.`;
  const head = new Uint8Array(await chosen.slice(0, 1 << 20).arrayBuffer());
  const type = sniffPhotoType(head);
  const size = type && declaredSize(head, type);
  if (size && Math.max(size.width, size.height) > LONGEST)
    return `${name} is ${size.width} × ${size.height} pixels; a reference may have ${LONGEST.toLocaleString('en')} along a side. It was left out.`;
  return undefined;
}

type Looks = Pick<Reference, 'kind' | 'pixels'>;

/** What a file is, where it can be a reference; where it cannot that is said. */
async function looksOf(chosen: Blob, name: string): Promise<Looks | undefined> {
  const problem = await refused(chosen, name).catch(() => `${name} could not be read. It was left out.`);
  if (problem !== undefined) {
    tell(problem, 'wrong');
    return undefined;
  }
  const url = URL.createObjectURL(chosen);
  const kind = chosen.type.startsWith('video/') ? 'video' : 'picture';
  const pixels = await looked(url, kind);
  URL.revokeObjectURL(url);
  if (pixels && pixels.width > 0) return { kind, pixels };
  tell(`${name} is not a photo or video that this browser can show. It was left out.`, 'wrong');
  return undefined;
}

function show(chosen: Blob, name: string, looks: Looks, rest: Partial<ReferenceState>): void {
  file = chosen;
  put({ ...rest, reference: { name, ...looks, url: URL.createObjectURL(chosen) } });
}

/** A copy of a file that stays: what was chosen may be moved, or lie on a card that is pulled out. */
const copyOf = async (chosen: Blob): Promise<Blob> =>
  new Blob([await chosen.arrayBuffer()], { type: chosen.type });

/** Lays a file over the live picture, all of it to be seen. */
export async function chooseReference(chosen: File): Promise<void> {
  const film = openFilm();
  if (!film) return;
  const looks = await looksOf(chosen, chosen.name);
  const own = looks && (await copyOf(chosen).catch(() => undefined));
  if (looks && !own) tell(`${chosen.name} could not be read. It was left out.`, 'wrong');
  if (!looks || !own || openFilm()?.id !== film.id) return;
  show(own, chosen.name, looks, { isShown: true, isPlaced: false });
  const { width, height } = film.settings;
  const shape = looks.pixels.width / looks.pixels.height;
  setReference({ place: { ...MIDDLE, size: Math.min(1, (shape * height) / width) } });
}

/** Takes up the reference of the film that is open. */
export async function restoreReference(): Promise<void> {
  const filmId = openFilm()?.id;
  put(NONE);
  file = undefined;
  if (filmId === undefined) return;
  const kept = readKept(await references.getItem<unknown>(filmId).catch(() => null));
  const looks = kept && (await looksOf(kept.file, kept.name));
  if (!looks || openFilm()?.id !== filmId) return;
  const { name, file: own, ...rest } = kept;
  show(own, name, looks, rest);
}

/** Changes how it lies and how strongly it is seen. */
export function setReference(
  change: Partial<Pick<ReferenceState, 'place' | 'strength' | 'isShown' | 'isPlaced' | 'from'>>,
): void {
  const { place } = { ...state(), ...change };
  const within = (value: number, least: number, most: number): number =>
    Math.min(most, Math.max(least, value));
  useReference.setState({
    ...change,
    place: {
      x: within(place.x, -BOUNDS.off, BOUNDS.off),
      y: within(place.y, -BOUNDS.off, BOUNDS.off),
      size: within(place.size, BOUNDS.size.least, BOUNDS.size.most),
      turn: within(place.turn, -360, 360),
    },
  });
  keep();
}

/** Shows the reference, or no longer. */
export const toggleReference = (): void => {
  if (state().reference) setReference({ isShown: !state().isShown });
  else tell('There is no reference yet: choose one under View.');
};

/** Takes it away. */
export function dropReference(): void {
  put(NONE);
  file = undefined;
  keep();
}
