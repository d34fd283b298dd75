import Joi from 'joi';
import { count } from '../time/format';
import {
  cueSchema,
  cycleShapeSchema,
  flagSchema,
  itemSchema,
  drawingSchema,
  laneSchema,
  layerSchema,
  markPatchSchema,
  markSchema,
  mixSchema,
  photoSchema,
  poseSchema,
  rangeSchema,
  sceneSchema,
  settingsSchema,
  soundSchema,
  strokeSchema,
  titleSchema,
} from '../film/film-schema';
import type { CycleShape, CycleWay } from '../film/film';
import { list, listSchema, patchOf, record, set, type Collection } from './collection';
import type { Batch, CollectionName, Edit, ListEdit, Patches, Records, PoseMarks } from './edit';
import { itemsCollection } from './items-collection';
import { marksCollection, marksLabel } from './marks-collection';
import { strokesCollection, strokesLabel } from './strokes-collection';

export const WAY_WORDS: Readonly<Record<CycleWay, string>> = {
  forward: 'forward',
  backward: 'backward',
  'there-and-back': 'there and back',
};

type Other = Exclude<Edit, Batch>;

/**
 * All that a film is made of, each with what carries its edits out, takes them back, names them, and checks them where they
 * are read. A further collection is an entry here.
 */
const COLLECTIONS: { readonly [C in CollectionName]: Collection<Extract<Other, { of: C }>> } = {
  film: record({
    name: 'film',
    read: ({ title }) => ({ title }),
    write: (film, { title }) => ({ ...film, title }),
    label: ({ patch }) => `Film named ${patch.title ?? ''}`,
    patch: patchOf<Records['film']>(Joi.object({ title: titleSchema }), { title: true }),
  }),
  settings: record({
    name: 'settings',
    read: (film) => film.settings,
    write: (film, settings) => ({ ...film, settings }),
    label: () => 'Film settings changed',
    patch: patchOf<Records['settings']>(settingsSchema, {
      ...{ rate: true, width: true, height: true, defaultHold: true, framing: true, background: true },
      crop: true,
      edges: true,
      look: true,
      key: true,
      doses: true,
    }),
  }),
  range: record({
    name: 'range',
    read: (film) => film.range,
    write: (film, range) => ({ ...film, range }),
    label: ({ patch }) =>
      Object.values(patch).some(Boolean) ? 'In or out point set' : 'In and out points cleared',
    patch: patchOf<Records['range']>(rangeSchema, { in: true, out: true }),
  }),
  mix: record({
    name: 'mix',
    read: (film) => film.mix,
    write: (film, mix) => ({ ...film, mix }),
    label: () => 'Mix changed',
    patch: patchOf<Records['mix']>(mixSchema, { gain: true, ceiling: true, stepBack: true }),
  }),
  flags: set({
    name: 'flags',
    label: ({ things }) =>
      things[0]?.to
        ? `Flag ${things[0].to.label || 'without words'} set`
        : `${count(things.length, 'flag')} deleted`,
    schema: flagSchema,
  }),
  sounds: set({
    name: 'sounds',
    label: ({ things }) => {
      const first = things[0]?.to;
      return `${things.length === 1 && first ? first.name : count(things.length, 'sound')} ${first ? 'added' : 'deleted'}`;
    },
    schema: soundSchema,
  }),
  cues: set({
    name: 'cues',
    label: ({ things }) => `${count(things.length, 'cue')} ${things[0]?.to ? 'changed' : 'deleted'}`,
    schema: cueSchema,
  }),
  drawings: set({
    name: 'drawings',
    label: ({ things }) => `${count(things.length, 'drawing')} ${things[0]?.to ? 'begun' : 'deleted'}`,
    schema: drawingSchema,
  }),
  photos: list({
    name: 'photos',
    label: photosLabel,
    schema: photoSchema,
    patch: patchOf<Patches['photos']>(photoSchema, {
      ...{ turn: true, mends: true, setAside: true, writtenOut: true, retouched: true },
    }),
  }),
  scenes: list({
    name: 'scenes',
    label: scenesLabel,
    schema: sceneSchema,
    patch: patchOf<Patches['scenes']>(sceneSchema, {
      ...{
        name: true,
        colour: true,
        setAside: true,
        crop: true,
        look: true,
        key: true,
        plate: true,
        planned: true,
      },
    }),
  }),
  lanes: list({
    name: 'lanes',
    label: () => 'Lanes changed',
    schema: laneSchema,
    patch: patchOf<Patches['lanes']>(laneSchema, {
      ...{ name: true, kind: true, level: true, muted: true, solo: true, folded: true },
    }),
  }),
  items: {
    ...itemsCollection,
    label: itemsLabel,
    schema: listSchema(
      'items',
      itemSchema,
      patchOf<PoseMarks>(poseSchema, {
        hold: true,
        photoId: true,
        crop: true,
        cameraMove: true,
        placing: true,
        look: true,
        key: true,
        drawings: true,
      }).concat(patchOf<CycleShape>(cycleShapeSchema, { times: true, way: true, endsTwice: true })),
      { parentId: poseSchema.extract('id') },
    ),
  },
  strokes: {
    ...strokesCollection,
    label: strokesLabel,
    schema: listSchema(
      'strokes',
      strokeSchema,
      patchOf<Patches['strokes']>(strokeSchema, {
        ...{ shape: true, points: true, size: true, softness: true, from: true, light: true },
      }),
      { parentId: poseSchema.extract('id') },
    ),
  },
  layers: list({
    name: 'layers',
    label: layersLabel,
    schema: layerSchema,
    patch: patchOf<Patches['layers']>(layerSchema, { name: true, off: true, opacity: true, stays: true }),
  }),
  marks: {
    ...marksCollection,
    label: marksLabel,
    schema: listSchema('marks', markSchema, markPatchSchema, { parentId: poseSchema.extract('id') }),
  },
};

/** The collection that an edit is of. */
export const collectionOf = (edit: Other): Collection<Other> =>
  COLLECTIONS[edit.of] as unknown as Collection<Other>;

export const COLLECTION_NAMES = Object.keys(COLLECTIONS) as readonly CollectionName[];

/** What was done to photos, told by the first of them; all of an edit are treated alike. */
function photosLabel(edit: ListEdit<'photos'>): string {
  switch (edit.kind) {
    case 'insert':
      return `${count(edit.places.length, 'photo')} added`;
    case 'remove':
      return `${count(edit.ids.length, 'photo')} deleted`;
    case 'move':
      return `${count(edit.moves.length, 'photo')} moved`;
    case 'patch': {
      const photos = count(edit.patches.length, 'photo');
      const patch = edit.patches[0]?.patch ?? {};
      if ('setAside' in patch) return `${photos} ${patch.setAside ? 'set aside' : 'brought back'}`;
      if ('retouched' in patch && 'writtenOut' in patch) return `${photos} swapped for retouched ones`;
      if ('writtenOut' in patch) return `${photos} saved out`;
      return 'retouched' in patch && !patch.retouched
        ? `${photos} reset to their originals`
        : `${photos} turned`;
    }
  }
}

function scenesLabel(edit: ListEdit<'scenes'>): string {
  switch (edit.kind) {
    case 'insert':
      return `${count(edit.places.length, 'scene')} added`;
    case 'remove':
      return `${count(edit.ids.length, 'scene')} deleted`;
    case 'move':
      return 'Scene moved';
    case 'patch': {
      const { name, ...others } = edit.patches[0]?.patch ?? {};
      if (name !== undefined) return `Scene named ${name}`;
      if ('colour' in others) return 'Colour of a scene changed';
      return others.setAside ? 'Scene set aside' : 'Scene brought back';
    }
  }
}

function layersLabel(edit: ListEdit<'layers'>): string {
  switch (edit.kind) {
    case 'insert':
      return `${count(edit.places.length, 'layer')} added`;
    case 'remove':
      return `${count(edit.ids.length, 'layer')} deleted`;
    case 'move':
      return 'Layer moved';
    case 'patch': {
      const patch = edit.patches[0]?.patch ?? {};
      if (patch.name !== undefined) return `Layer named ${patch.name}`;
      if ('off' in patch) return patch.off ? 'Layer hidden' : 'Layer shown';
      return 'Layer changed';
    }
  }
}

function itemsLabel(edit: ListEdit<'items'>): string {
  switch (edit.kind) {
    case 'insert':
      return `${count(edit.places.length, 'pose')} added`;
    case 'remove':
      return `${count(edit.ids.length, 'pose')} deleted`;
    case 'move':
      return `${count(edit.moves.length, 'pose')} moved`;
    case 'patch': {
      const [first] = edit.patches;
      const patch = first?.patch ?? {};
      if ('times' in patch) return `Cycle of ${count(patch.times, 'pass', 'passes')}`;
      if ('way' in patch || 'endsTwice' in patch) return `Cycle goes ${WAY_WORDS[patch.way ?? 'forward']}`;
      if ('photoId' in patch) return `Photo of ${count(edit.patches.length, 'pose')} replaced`;
      const holds = new Set(edit.patches.map((each) => ('hold' in each.patch ? each.patch.hold : undefined)));
      const who = edit.patches.length === 1 ? 'Hold' : `Hold of ${count(edit.patches.length, 'pose')}`;
      return holds.size === 1 ? `${who} set to ${[...holds][0] ?? ''}` : `${who} changed`;
    }
  }
}
