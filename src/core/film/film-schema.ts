import Joi from 'joi';
import {
  BACKING_BOUND,
  FASTEST_SAMPLING,
  LIGHT_BOUNDS,
  LONGEST_NAME,
  LONGEST_SIDE,
  MOST_CHANNELS,
  MOST_CELLS,
  MOST_IN_A_SOUND,
  MOST_OF_A_KIND,
  MOST_PLANNED,
  MOST_PASSES,
  MOST_PHOTOS,
  MOST_POSES,
  MOST_STROKE_NUMBERS,
  MOST_STROKES,
} from './bounds';
import { LAYER_OPACITY, MOST_DRAWINGS, MOST_LAYERS, MOST_MARKS, type Drawing, type Layer } from './drawing';
import {
  APPROXIMATE,
  CYCLE_WAYS,
  FLAG_KINDS,
  PAINTS,
  type Cycle,
  type Film,
  type FilmSettings,
  type Flag,
  type Photo,
  type PictureFile,
  type Pose,
  type Range,
  type Scene,
  type WrittenOut,
} from './film';
import {
  BEHIND_BLUR,
  KEY_AMOUNTS,
  MOST_OUTLINES,
  MOST_PICKED,
  RUN_FROM,
  type DrawnOutline,
  type Key,
  type KeyAmount,
  type PickedColour,
} from './key';
import type { Moment } from './moment';
import { STRENGTH, TOUCHES, type MatchedLight, type PhotoMends, type Steadied } from './photo-mends';
import { shaped } from './shaped';
import type { Plate, Stroke, UnsureCells } from './stroke';
import { LANE_KINDS, type Cue, type Lane, type Mix, type Pin, type Sound, type Word } from './sound';
import { FADE_CURVES, type Fade } from '../sound/fade';
import { type Beats, type TempoStep } from '../sound/beats/beats';
import { CROP_SIZES, MOVE_PACES, type CameraMove, type Crop } from '../picture/crop';
import type { MendDose, MendDoses } from './mend-dose';
import {
  amountsOf,
  MOST_STEPS,
  STEP_KINDS,
  type ColourStep,
  type ColourStepKind,
} from '../picture/colour/colour-steps';
import { isWholeTable, KEPT_POINTS, LONGEST_DATA, type KeptTable } from '../picture/colour/kept-table';
import { CURVE_POINTS, CURVE_STEP, type CurvePoint } from '../picture/colour/curve-line';
import { CURVE_NAMES, type Curves } from '../picture/colour/curves';
import { BACKING_TERMS, KEY_WAYS, type Backing, type SeenBacking } from '../picture/key/key-cut';
import { MOVE_BOUNDS, type Move } from '../picture/move';
import { MARK_BOUNDS, MARK_KINDS, type Mark, type Erased } from '../picture/drawn/mark';
import { PLACE, STROKE_BOUNDS, STROKE_SHAPES } from '../picture/paint/stroke';
import type { Amount } from '../time/amount';
import { FIELD_TERMS, type ChannelChange } from '../picture/steps/light-change';
import { CEILINGS, LEVELS } from '../sound/level';
import { TEMPO_BOUNDS } from '../time/beats';
import { LONGEST_HOLD } from '../time/hold';
import { isRate, type Rate } from '../time/rate';

const id = Joi.string()
  .pattern(/^[\w-]{1,64}$/)
  .required();
const name = Joi.string().allow('').max(LONGEST_NAME).required();
const side = Joi.number().integer().min(1).max(LONGEST_SIDE).required();

const orientation = Joi.number().integer().min(1).max(8);

const amount = ({ least, most }: Amount): Joi.NumberSchema => Joi.number().min(least).max(most);

/** What was found for one channel of a photo's light. */
const channelChange = shaped<ChannelChange>({
  stops: Joi.number().min(-LIGHT_BOUNDS.stops).max(LIGHT_BOUNDS.stops).required(),
  power: Joi.number().min(LIGHT_BOUNDS.power.least).max(LIGHT_BOUNDS.power.most).required(),
  field: Joi.array()
    .items(Joi.number().min(-LIGHT_BOUNDS.field).max(LIGHT_BOUNDS.field))
    .max(FIELD_TERMS)
    .required(),
});

const luma = Joi.number().min(0).max(255);

const lightChange = Joi.array().items(channelChange).length(3);

const matchedLight = shaped<MatchedLight>({
  change: lightChange.required(),
  strength: amount(STRENGTH).required(),
  before: luma.required(),
  after: luma.required(),
});

const shift = Joi.number().min(-MOVE_BOUNDS.shift).max(MOVE_BOUNDS.shift).required();
const move = shaped<Move>({
  right: shift,
  down: shift,
  turn: Joi.number().min(-MOVE_BOUNDS.turn).max(MOVE_BOUNDS.turn).required(),
  size: Joi.number().min(MOVE_BOUNDS.size.least).max(MOVE_BOUNDS.size.most).required(),
});

/** A field of backing, in light: a term for each way that it changes over the picture. */
const backingField = Joi.array()
  .items(Joi.number().min(-BACKING_BOUND).max(BACKING_BOUND))
  .min(1)
  .max(BACKING_TERMS)
  .required();
const seenBacking = shaped<SeenBacking>({
  way: Joi.string()
    .valid(...KEY_WAYS)
    .required(),
  backing: shaped<Backing>({ red: backingField, green: backingField, blue: backingField }).required(),
});

/** What was mended of a picture. */
const photoMends = shaped<PhotoMends>({
  light: amount(TOUCHES.light).optional(),
  warmth: amount(TOUCHES.warmth).optional(),
  tint: amount(TOUCHES.tint).optional(),
  matched: matchedLight.optional(),
  isReference: Joi.boolean().valid(true).optional(),
  lightOff: Joi.boolean().valid(true).optional(),
  steadied: shaped<Steadied>({
    at: move.required(),
    move: move.required(),
    strength: amount(STRENGTH).required(),
  }).optional(),
  nudge: move.optional(),
  isAnchor: Joi.boolean().valid(true).optional(),
  steadyOff: Joi.boolean().valid(true).optional(),
  paintOff: Joi.boolean().valid(true).optional(),
  backing: seenBacking.optional(),
});

const aside = Joi.number().min(-1).max(1).required();

/** Places of a stroke. They are looked at without a schema: a photo may have hundreds of strokes of hundreds of places. */
const strokePoints = Joi.array()
  .min(PLACE)
  .max(MOST_STROKE_NUMBERS)
  .custom((points: readonly unknown[], helpers) => {
    const isPlace = (each: unknown, i: number): boolean => {
      const [least, most] = i % PLACE === 2 ? [0, 1] : [STROKE_BOUNDS.least, STROKE_BOUNDS.most];
      return typeof each === 'number' && each >= least && each <= most;
    };
    return points.length % PLACE === 0 && points.every(isPlace) ? points : helpers.error('any.invalid');
  });

/** A map between parts of two pictures that lie about on each other. */
const betweenParts = Joi.array().items(Joi.number().min(-10).max(10)).length(6).required();

/** One stroke of what is painted on a photo. */
export const strokeSchema = shaped<Stroke>({
  id,
  shape: Joi.string()
    .valid(...STROKE_SHAPES)
    .required(),
  points: strokePoints.required(),
  size: Joi.number().min(STROKE_BOUNDS.thinnest).max(STROKE_BOUNDS.widest).required(),
  softness: Joi.number().min(0).max(1).required(),
  from: Joi.alternatives()
    .conditional('.kind', {
      switch: [
        { is: 'photo', then: Joi.object({ kind: Joi.valid('photo').required() }) },
        {
          is: 'around',
          then: Joi.object({ kind: Joi.valid('around').required(), right: aside, down: aside }),
        },
      ],
      otherwise: Joi.object({
        kind: Joi.valid('plate', 'neighbour').required(),
        photoId: id,
        map: betweenParts,
      }),
    })
    .required(),
  light: lightChange.optional(),
}).custom((stroke: Stroke, helpers) =>
  // An outline has corners.
  stroke.shape === 'brush' || stroke.points.length >= 3 * PLACE ? stroke : helpers.error('any.invalid'),
);

const pictureFile: { readonly [K in keyof PictureFile]-?: Joi.Schema } = {
  name,
  hash: Joi.string().hex().length(64).required(),
  type: Joi.string().max(100).required(),
  bytes: Joi.number().integer().min(0).required(),
  width: side,
  height: side,
  orientation: orientation.required(),
  light: luma.optional(),
  approximate: Joi.string()
    .valid(...APPROXIMATE)
    .optional(),
  turn: orientation.optional(),
  mends: photoMends.optional(),
  strokes: Joi.array().items(strokeSchema).min(1).max(MOST_STROKES).unique('id').optional(),
};

export const photoSchema = shaped<Photo>({
  id,
  ...pictureFile,
  folder: Joi.string().max(LONGEST_NAME).optional(),
  takenAt: Joi.number().optional(),
  cameInAt: Joi.number().optional(),
  setAside: Joi.boolean().optional(),
  writtenOut: shaped<WrittenOut>({
    form: Joi.string().valid('file', 'film').required(),
    stem: name,
  }).optional(),
  retouched: shaped<PictureFile>(pictureFile).optional(),
});

/** The part of the picture that is shown. */
export const cropSchema = shaped<Crop>({
  x: Joi.number()
    .min(1 - CROP_SIZES.most / 2)
    .max(CROP_SIZES.most / 2)
    .required(),
  y: Joi.number()
    .min(1 - CROP_SIZES.most / 2)
    .max(CROP_SIZES.most / 2)
    .required(),
  size: Joi.number().min(CROP_SIZES.least).max(CROP_SIZES.most).required(),
});

const framing = Joi.string().valid('whole', 'fill');

const part = Joi.number().min(0).max(1).required();

/** Points of a curve, from the left to the right. */
const curve = Joi.array()
  .items(shaped<CurvePoint>({ x: part, y: part }))
  .min(CURVE_POINTS.least)
  .max(CURVE_POINTS.most)
  .custom((points: readonly CurvePoint[], helpers) =>
    points.slice(1).every(({ x }, i) => x - (points[i]?.x ?? 0) >= CURVE_STEP - 1e-9)
      ? points
      : helpers.error('any.invalid'),
  );

const curvesSchema = shaped<Curves>(
  Object.fromEntries(CURVE_NAMES.map((each) => [each, curve.optional()])) as Record<
    (typeof CURVE_NAMES)[number],
    Joi.Schema
  >,
);

const numbersOf = (kind: ColourStepKind): Joi.Schema =>
  Joi.object(
    Object.fromEntries(Object.entries(amountsOf(kind)).map(([key, each]) => [key, amount(each).required()])),
  );

const keptTable = shaped<KeptTable>({
  name,
  kind: Joi.string().valid('3D', '1D').required(),
  points: Joi.number().integer().min(2).max(KEPT_POINTS['1D']).required(),
  hash: Joi.string().hex().length(64).required(),
  data: Joi.string()
    .max(LONGEST_DATA)
    .pattern(/^[A-Za-z0-9+/]*={0,2}$/)
    .required(),
  strength: amount(STRENGTH).required(),
}).custom((value: KeptTable, helpers) =>
  value.points <= KEPT_POINTS[value.kind] && isWholeTable(value) ? value : helpers.error('any.invalid'),
);

/** Values that are no numbers alone. */
const SCHEMAS: Readonly<Partial<Record<ColourStepKind, Joi.Schema>>> = {
  curves: curvesSchema,
  table: keptTable,
};

/** A stack of steps of colour. */
export const lookSchema = Joi.array()
  .max(MOST_STEPS)
  .unique('id')
  .items(
    shaped<ColourStep>({
      id,
      off: Joi.boolean().valid(true).optional(),
      kind: Joi.string()
        .valid(...STEP_KINDS)
        .required(),
      value: Joi.alternatives()
        .conditional('kind', {
          switch: STEP_KINDS.map((kind) => ({
            is: kind,
            then: SCHEMAS[kind] ?? numbersOf(kind),
          })),
        })
        .required(),
    }),
  );

const partOfTime = Joi.number().min(0).max(1).required();

/** How the camera moves while a pose is held. */
const cameraMoveSchema = shaped<CameraMove>({
  from: cropSchema.required(),
  to: cropSchema.required(),
  begins: partOfTime,
  ends: partOfTime,
  pace: Joi.string()
    .valid(...MOVE_PACES)
    .required(),
});

const hex = Joi.string().pattern(/^#[0-9a-f]{6}$/i);

/** How a picture stands behind. */
const standing = {
  move: move.optional(),
  blur: amount(BEHIND_BLUR).optional(),
  light: Joi.object({ change: lightChange.required(), strength: amount(STRENGTH).required() }).optional(),
};

/** What is seen where the backing was. */
const behindSchema = Joi.alternatives().conditional('.kind', {
  switch: [
    { is: 'colour', then: Joi.object({ kind: Joi.valid('colour').required(), colour: hex.required() }) },
    {
      is: 'gradient',
      then: Joi.object({
        ...{ kind: Joi.valid('gradient').required(), from: hex.required(), to: hex.required() },
        turn: Joi.number().min(-360).max(360).required(),
      }),
    },
    {
      is: 'run',
      then: Joi.object({
        kind: Joi.valid('run').required(),
        sceneId: id,
        from: amount(RUN_FROM).integer().required(),
        ...standing,
      }),
    },
  ],
  otherwise: Joi.object({ kind: Joi.valid('photo').required(), photoId: id, ...standing }),
});

const partOfPhoto = Joi.number().min(-2).max(3).required();

/** How subjects are cut out. */
export const keySchema = shaped<Key>({
  ...(Object.fromEntries(
    Object.entries(KEY_AMOUNTS).map(([each, bounds]) => [each, amount(bounds).required()]),
  ) as Record<KeyAmount, Joi.Schema>),
  off: Joi.boolean().valid(true).optional(),
  picked: Joi.array()
    .items(
      shaped<PickedColour>({
        x: partOfPhoto,
        y: partOfPhoto,
        colour: Joi.array().items(Joi.number().min(0).max(255)).length(3).required(),
      }),
    )
    .max(MOST_PICKED)
    .required(),
  outlines: Joi.array()
    .items(
      shaped<DrawnOutline>({
        ...{ id, points: strokePoints.required(), stays: Joi.boolean().required() },
        shape: Joi.string().valid('brush', 'fill').required(),
        size: Joi.number().min(STROKE_BOUNDS.thinnest).max(STROKE_BOUNDS.widest).required(),
        softness: Joi.number().min(0).max(1).required(),
      }),
    )
    .max(MOST_OUTLINES)
    .unique('id')
    .required(),
  behind: behindSchema.optional(),
});

export const poseSchema = shaped<Pose>({
  id,
  photoId: id,
  hold: Joi.number().integer().min(1).max(LONGEST_HOLD).required(),
  crop: cropSchema.optional(),
  cameraMove: cameraMoveSchema.optional(),
  placing: framing.optional(),
  look: lookSchema.optional(),
  key: keySchema.optional(),
  drawings: Joi.array().items(id).min(1).max(MOST_LAYERS).unique().optional(),
});

/** One sheet over the film. */
export const layerSchema = shaped<Layer>({
  id,
  name,
  off: Joi.boolean().valid(true).optional(),
  opacity: amount(LAYER_OPACITY).optional(),
  stays: Joi.boolean().valid(true).optional(),
});

/** Numbers that tell places of marks: x, y, and where there are three a place how hard the pen was pressed. They are looked at without a schema, as those of strokes are. */
const markNumbers = (stride: 2 | 3, fewest: number): Joi.ArraySchema =>
  Joi.array()
    .min(fewest * stride)
    .max(MARK_BOUNDS.numbers)
    .custom((numbers: readonly unknown[], helpers) => {
      const isNumber = (each: unknown, i: number): boolean =>
        typeof each === 'number' &&
        (i % stride === 2 ? each >= 0 && each <= 1 : Math.abs(each) <= MARK_BOUNDS.place);
      return numbers.length % stride === 0 && numbers.every(isNumber)
        ? numbers
        : helpers.error('any.invalid');
    });

const markWidth = Joi.number().min(MARK_BOUNDS.thinnest).max(MARK_BOUNDS.widest);

const onlyOf = (kinds: readonly string[], schema: Joi.Schema): Joi.Schema =>
  Joi.when('kind', { is: Joi.valid(...kinds), then: schema, otherwise: Joi.forbidden() });

/** What can be set of a mark, whatever it is. */
const markParts = {
  colour: hex,
  opacity: Joi.number().min(1).max(100),
  erased: Joi.array()
    .items(shaped<Erased>({ points: markNumbers(3, 1).required(), width: markWidth.required() }))
    .min(1)
    .max(MARK_BOUNDS.erased),
  points: markNumbers(3, 1),
  width: markWidth,
  rings: Joi.array().items(markNumbers(2, 3)).min(1).max(MARK_BOUNDS.rings),
};

/** One mark of a drawing. */
export const markSchema: Joi.ObjectSchema<Mark> = Joi.object({
  id,
  kind: Joi.string()
    .valid(...MARK_KINDS)
    .required(),
  colour: markParts.colour.required(),
  opacity: markParts.opacity.optional(),
  erased: markParts.erased.optional(),
  points: Joi.when('kind', {
    switch: [
      { is: 'area', then: Joi.forbidden() },
      { is: 'ellipse', then: markNumbers(3, 3).max(9).required() },
    ],
    otherwise: markParts.points.required(),
  }),
  width: onlyOf(['pencil', 'brush', 'ellipse'], markParts.width.required()),
  filled: onlyOf(['ellipse'], Joi.boolean().valid(true).optional()),
  rings: onlyOf(['area'], markParts.rings.required()),
  evenOdd: onlyOf(['area'], Joi.boolean().valid(true).optional()),
});

/** What an edit may set of a mark. */
export const markPatchSchema = Joi.object(markParts);

const drawingMarks: { readonly [K in keyof Omit<Drawing, 'marks'>]-?: Joi.Schema } = {
  ...{ id, layerId: id, width: side, height: side },
};
export const drawingSchema = shaped<Drawing>({
  ...drawingMarks,
  marks: Joi.array().items(markSchema).max(MOST_MARKS).unique('id').required(),
});
/** A drawing without its marks. */
export const bareDrawingSchema = shaped<Omit<Drawing, 'marks'>>(drawingMarks);

const paint = Joi.string().valid(...PAINTS);

const items = Joi.array()
  .max(MOST_POSES)
  .items(
    Joi.alternatives().conditional(Joi.object({ items: Joi.exist() }).unknown(), {
      then: Joi.link('#cycle'),
      otherwise: poseSchema,
    }),
  );

const cycleShape: { readonly [K in keyof Omit<Cycle, 'items'>]-?: Joi.Schema } = {
  id,
  times: Joi.number().integer().min(1).max(MOST_PASSES).required(),
  way: Joi.string()
    .valid(...CYCLE_WAYS)
    .required(),
  endsTwice: Joi.boolean().required(),
};
const cycleSchema = shaped<Cycle>({ ...cycleShape, items: items.min(1).required() }).id('cycle');

const cellsAlong = Joi.number().integer().min(1).max(MOST_CELLS).required();

/** The photo of a scene's empty set. */
const plateSchema = shaped<Plate>({
  photoId: id,
  unsure: shaped<UnsureCells>({
    across: cellsAlong,
    down: cellsAlong,
    cells: Joi.array()
      .items(
        Joi.number()
          .integer()
          .min(0)
          .less(MOST_CELLS ** 2),
      )
      .max(MOST_CELLS ** 2)
      .required(),
  }).optional(),
});

const sceneMarks: { readonly [K in keyof Omit<Scene, 'items'>]-?: Joi.Schema } = {
  id,
  name,
  colour: paint.optional(),
  setAside: Joi.boolean().optional(),
  crop: cropSchema.optional(),
  look: lookSchema.optional(),
  key: keySchema.optional(),
  plate: plateSchema.optional(),
  planned: Joi.number().integer().min(1).max(MOST_PLANNED).optional(),
};
export const sceneSchema = shaped<Scene>({ ...sceneMarks, items: items.required() }).shared(cycleSchema);

/** What stands in a scene or a cycle. */
export const itemSchema = Joi.alternatives().conditional(Joi.object({ items: Joi.exist() }).unknown(), {
  then: cycleSchema,
  otherwise: poseSchema,
});

/** Cycles and scenes without what stands in them. */
export const cycleShapeSchema = shaped<Omit<Cycle, 'items'>>(cycleShape);
export const sceneMarksSchema = shaped<Omit<Scene, 'items'>>(sceneMarks);

const moment = shaped<Moment>({
  poseId: id,
  offset: Joi.number().integer().min(0).required(),
  showing: Joi.number().integer().min(0).required(),
  frame: Joi.number().integer().min(0).required(),
});

export const flagSchema = shaped<Flag>({
  id,
  label: name,
  kind: Joi.string()
    .valid(...FLAG_KINDS)
    .required(),
  colour: paint.required(),
  at: moment.required(),
});

const sample = Joi.number()
  .integer()
  .min(-(2 ** 45))
  .max(2 ** 45);

/** A sound file as the film knows it. */
export const soundSchema = shaped<Sound>({
  id,
  name,
  hash: pictureFile.hash,
  type: Joi.string().max(100).required(),
  bytes: Joi.number().integer().min(0).required(),
  channels: Joi.number().integer().min(1).max(MOST_CHANNELS).required(),
  sampleRate: Joi.number().positive().max(FASTEST_SAMPLING).required(),
  samples: sample.min(1).required(),
  beats: shaped<Beats>({
    steps: Joi.array()
      .items(
        shaped<TempoStep>({
          at: Joi.number().integer().min(0).required(),
          tempo: Joi.number().min(TEMPO_BOUNDS.least).max(TEMPO_BOUNDS.most).required(),
        }),
      )
      .min(1)
      .max(MOST_IN_A_SOUND)
      .required(),
    toBar: Joi.number().integer().min(1).max(32).required(),
  }).optional(),
  words: Joi.array()
    .items(
      shaped<Word>({
        id,
        at: sample.min(0).required(),
        to: sample.greater(Joi.ref('at')).required(),
        text: name,
      }),
    )
    .max(MOST_IN_A_SOUND)
    .unique('id')
    .optional(),
});

const level = Joi.number().min(LEVELS.least).max(LEVELS.most).required();

export const laneSchema = shaped<Lane>({
  id,
  name,
  kind: Joi.string()
    .valid(...LANE_KINDS)
    .required(),
  level,
  muted: Joi.boolean().optional(),
  solo: Joi.boolean().optional(),
  folded: Joi.boolean().optional(),
});

const fade = shaped<Fade>({
  samples: sample.min(0).required(),
  curve: Joi.string()
    .valid(...FADE_CURVES)
    .required(),
});

/** What ties a cue, or a recording, to the film. */
export const pinSchema = Joi.alternatives().conditional(Joi.object({ to: 'pose' }).unknown(), {
  then: shaped<Extract<Pin, { to: 'pose' }>>({
    to: Joi.string().valid('pose').required(),
    at: moment.required(),
    nudge: Joi.number().min(-1e9).max(1e9).required(),
    by: sample.required(),
    every: Joi.boolean().optional(),
  }),
  otherwise: shaped<Extract<Pin, { to: 'time' }>>({
    to: Joi.string().valid('time').required(),
    sample: sample.required(),
  }),
});

export const cueSchema = shaped<Cue>({
  id,
  soundId: id,
  laneId: id,
  from: sample.min(0).required(),
  to: sample.greater(Joi.ref('from')).required(),
  level,
  fadeIn: fade.optional(),
  fadeOut: fade.optional(),
  reversed: Joi.boolean().optional(),
  looped: Joi.boolean().optional(),
  pin: pinSchema.required(),
});

export const mixSchema = shaped<Mix>({
  gain: Joi.number().min(-60).max(60).required(),
  ceiling: Joi.number().min(CEILINGS.least).max(CEILINGS.most).required(),
  stepBack: shaped<NonNullable<Mix['stepBack']>>({
    amount: Joi.number().min(LEVELS.least).max(0).required(),
    attack: Joi.number().min(0).max(10).required(),
    release: Joi.number().min(0).max(10).required(),
  }).optional(),
});

/** How much is done of what a tool does. */
const dose = shaped<MendDose>({
  strength: Joi.number().min(0).max(100).required(),
  off: Joi.boolean().valid(true).optional(),
});

/** Shape and bounds of a film's settings, for stored films and for the settings form alike. */
export const settingsSchema = shaped<FilmSettings>({
  rate: shaped<Rate>({ num: Joi.number().required(), den: Joi.number().required() })
    .custom((value: Rate, helpers) => (isRate(value) ? value : helpers.error('any.invalid')))
    .required(),
  width: Joi.number().integer().multiple(2).min(16).max(3840).required(),
  height: Joi.number().integer().multiple(2).min(16).max(3840).required(),
  defaultHold: Joi.number().integer().min(1).max(LONGEST_HOLD).required(),
  framing: framing.required(),
  background: Joi.string()
    .pattern(/^#[0-9a-f]{6}$/i)
    .required(),
  crop: cropSchema.optional(),
  doses: shaped<MendDoses>({ framing: dose.optional(), colour: dose.optional() }).optional(),
  edges: Joi.string().valid('neighbour').optional(),
  look: lookSchema.optional(),
  key: keySchema.optional(),
});

const many = (schema: Joi.Schema): Joi.ArraySchema =>
  Joi.array().items(schema).max(MOST_OF_A_KIND).unique('id').required();

/** In and out points. */
export const rangeSchema = shaped<Range>({ in: moment.optional(), out: moment.optional() });

/** The title of a film. */
export const titleSchema = name;

/** All of a film. */
export const filmSchema = shaped<Film>({
  id,
  title: titleSchema,
  settings: settingsSchema.required(),
  photos: Joi.array().items(photoSchema).max(MOST_PHOTOS).unique('id').required(),
  scenes: many(sceneSchema).min(1),
  flags: many(flagSchema),
  range: rangeSchema.required(),
  sounds: many(soundSchema),
  lanes: many(laneSchema),
  cues: many(cueSchema),
  mix: mixSchema.required(),
  layers: Joi.array().items(layerSchema).max(MOST_LAYERS).unique('id').required(),
  drawings: Joi.array().items(drawingSchema).max(MOST_DRAWINGS).unique('id').required(),
}).required();
