import type Joi from 'joi';
import { MOST_DRAWINGS, MOST_LAYERS, MOST_MARKS, type Drawing } from '../film/drawing';
import { MOST_OF_A_KIND, MOST_PHOTOS, MOST_STROKES } from '../film/bounds';
import type { Film, Item, Photo, PictureFile } from '../film/film';
import { isCycle } from '../film/items';
import { isHold } from '../time/hold';
import { formatFault } from './format-fault';
import {
  bareDrawingSchema,
  cueSchema,
  cycleShapeSchema,
  flagSchema,
  laneSchema,
  layerSchema,
  markSchema,
  mixSchema,
  photoSchema,
  poseSchema,
  rangeSchema,
  sceneMarksSchema,
  settingsSchema,
  soundSchema,
  strokeSchema,
  titleSchema,
} from '../film/film-schema';
import { inconsistency } from './inconsistency';

/** Parts of films that were found to be sound; an edit shares what it does not touch, so little is looked at twice. */
const sound = new WeakSet<object>();

function faultOf(schema: Joi.Schema, value: unknown, noun: string): string | undefined {
  const part = typeof value === 'object' && value !== null ? value : undefined;
  if (part && sound.has(part)) return undefined;
  const [detail] = schema.validate(value, { convert: false }).error?.details ?? [];
  if (detail) return formatFault(detail, noun);
  if (part) sound.add(part);
  return undefined;
}

function firstFault<T extends { readonly id: string }>(
  schema: Joi.Schema,
  list: readonly T[],
  noun: string,
  most = MOST_OF_A_KIND,
  fault = (each: T, name: string): string | undefined => faultOf(schema, each, name),
): string | undefined {
  if (sound.has(list)) return undefined;
  if (list.length > most) return `there would be more than ${most.toLocaleString('en')} ${noun}s`;
  if (new Set(list.map(({ id }) => id)).size !== list.length) return `a ${noun} would be there twice`;
  for (const [i, each] of list.entries()) {
    const found = fault(each, `${noun} ${i + 1}`);
    if (found !== undefined) return found;
  }
  sound.add(list);
  return undefined;
}

const ID = /^[\w-]{1,64}$/;

/** Poses are the many: they are looked at without a schema. */
function itemsFault(items: readonly Item[]): string | undefined {
  if (sound.has(items)) return undefined;
  for (const item of items) {
    if (sound.has(item)) continue;
    if (isCycle(item)) {
      if (item.items.length === 0) return 'a cycle would have no poses';
      const { items: inside, ...shape } = item;
      const fault = faultOf(cycleShapeSchema, shape, 'cycle') ?? itemsFault(inside);
      if (fault !== undefined) return fault;
    } else if (!isHold(item.hold)) return `a pose would be held for ${item.hold.toLocaleString('en')} frames`;
    else if (!ID.test(item.id) || !ID.test(item.photoId)) return 'a pose has no proper mark';
    else if (item.crop || item.cameraMove || item.placing || item.look || item.key || item.drawings) {
      const fault = faultOf(poseSchema, item, 'pose');
      if (fault !== undefined) return fault;
    }
    sound.add(item);
  }
  sound.add(items);
  return undefined;
}

const unpainted = (file: PictureFile): PictureFile => ({ ...file, strokes: undefined });

/** A photo without its strokes, which are looked at one by one: each new one is one of hundreds. */
function photoFault(photo: Photo, noun: string): string | undefined {
  if (sound.has(photo)) return undefined;
  const { retouched } = photo;
  const plain = { ...photo, ...unpainted(photo), ...(retouched && { retouched: unpainted(retouched) }) };
  const fault = faultOf(photoSchema, plain, noun);
  if (fault !== undefined) return fault;
  for (const { strokes } of [photo, retouched ?? photo])
    if (strokes) {
      const painted = firstFault(strokeSchema, strokes, 'stroke', MOST_STROKES);
      if (painted !== undefined) return painted;
    }
  sound.add(photo);
  return undefined;
}

/** A drawing, of whose marks each is looked at once. */
function drawingFault(drawing: Drawing, noun: string): string | undefined {
  if (sound.has(drawing)) return undefined;
  const { marks, ...bare } = drawing;
  const fault = faultOf(bareDrawingSchema, bare, noun) ?? firstFault(markSchema, marks, 'mark', MOST_MARKS);
  if (fault === undefined) sound.add(drawing);
  return fault;
}

function scenesFault({ scenes }: Film): string | undefined {
  for (const scene of scenes) {
    if (sound.has(scene)) continue;
    const { items, ...marks } = scene;
    const fault = faultOf(sceneMarksSchema, marks, 'scene') ?? itemsFault(items);
    if (fault !== undefined) return fault;
    sound.add(scene);
  }
  return undefined;
}

/**
 * Why a film could not be read again if it were kept, as a part of a sentence; undefined where it could. What was found
 * sound once is not looked at again, so that after an edit it costs what the edit changed.
 */
export function whyUnreadable(film: Film): string | undefined {
  if (sound.has(film)) return undefined;
  const fault =
    faultOf(titleSchema, film.title, 'the title') ??
    faultOf(settingsSchema, film.settings, 'the settings') ??
    firstFault(photoSchema, film.photos, 'photo', MOST_PHOTOS, photoFault) ??
    scenesFault(film) ??
    firstFault(flagSchema, film.flags, 'flag') ??
    faultOf(rangeSchema, film.range, 'the in and out points') ??
    firstFault(soundSchema, film.sounds, 'sound') ??
    firstFault(laneSchema, film.lanes, 'lane') ??
    firstFault(cueSchema, film.cues, 'cue') ??
    faultOf(mixSchema, film.mix, 'the mix') ??
    firstFault(layerSchema, film.layers, 'layer', MOST_LAYERS) ??
    firstFault(bareDrawingSchema, film.drawings, 'drawing', MOST_DRAWINGS, drawingFault) ??
    inconsistency(film);
  if (fault === undefined) sound.add(film);
  return fault;
}

/** Says that a film was read with the reader's own schemas: its parts need not be looked at again. */
export function takeAsRead(film: Film): void {
  const { photos, scenes, flags, sounds, lanes, cues, settings, range, mix, layers, drawings } = film;
  for (const list of [photos, flags, sounds, lanes, cues, layers, drawings]) {
    sound.add(list);
    for (const each of list) sound.add(each);
  }
  for (const part of [...scenes, settings, range, mix, film]) sound.add(part);
}
