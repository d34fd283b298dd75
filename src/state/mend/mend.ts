import { create } from 'zustand';
import type { MoveEnd } from '../../core/film/camera-move-run';
import type { Key } from '../../core/film/key';
import type { SteadyWish } from '../../core/mend/steady/steady-run';
import type { Look } from '../../core/picture/colour/colour-steps';
import type { Crop, MovePace } from '../../core/picture/crop';

/** The tools of stage Mend. */
export const MEND_TOOLS = ['light', 'steady', 'framing', 'colour', 'paint', 'key', 'draw'] as const;
export type MendTool = (typeof MEND_TOOLS)[number];

/** What is mended together: the chosen poses, the scene on screen, or all of the film. */
export const MEND_SCOPES = ['chosen', 'scene', 'film'] as const;
export type MendScope = (typeof MEND_SCOPES)[number];

/** Lines that help to frame: the picture in thirds, its middle, and the parts that no screen cuts off. */
export const GUIDES = ['thirds', 'centre', 'safe'] as const;
export type Guide = (typeof GUIDES)[number];

/** What the photo on screen is laid over while it is steadied: nothing, or the one that stands right, seen through or as the difference. */
export const OVERLAYS = ['none', 'ghost', 'difference'] as const;
export type Overlay = (typeof OVERLAYS)[number];

/** What the curve of a steadied film shows. */
export const PLACE_CURVES = ['right', 'down', 'turn', 'size'] as const;
export type PlaceCurve = (typeof PLACE_CURVES)[number];

/** A place of the film's whole picture, in its pixels. */
interface FilmPoint {
  readonly x: number;
  readonly y: number;
}

/** What can be picked from the picture: what should be grey, black or white, or the centre of a vignette. */
export type Pick = 'grey' | 'black' | 'white' | 'centre';

interface Mend {
  /** The tool that is open; none where all are closed. */
  readonly tool: MendTool | undefined;
  readonly scope: MendScope;
  /** Only the flicker is taken out: what changes slowly stays. */
  readonly keepSlow: boolean;
  /** What is taken out of a run that is steadied. */
  readonly steady: SteadyWish;
  readonly overlay: Overlay;
  readonly curve: PlaceCurve;
  /** While the same point is clicked in photo after photo: where it should lie, once it was clicked for the first time. */
  readonly pointing: { readonly to: FilmPoint | undefined } | undefined;
  /** What a framing is set for. */
  readonly frameScope: MendScope;
  readonly pace: MovePace;
  /** Whether the camera moves frame by frame, or stands still while a pose is held. */
  readonly onOnes: boolean;
  /** By how many per cent each word comes closer, and towards which place of the picture, in parts of it. */
  readonly wordStep: number;
  readonly wordPoint: { readonly x: number; readonly y: number };
  readonly pickingPoint: boolean;
  readonly guides: readonly Guide[];
  /** The end of a camera move that Framing sets. */
  readonly moveEnd: MoveEnd;
  /** A frame that is just dragged. */
  readonly dragged: Crop | undefined;
  /** What a look is set for, and the step of it that is open. */
  readonly lookScope: MendScope;
  readonly openStep: string | undefined;
  /** Whether what is black or white in a channel is marked on the picture. */
  readonly showsClipping: boolean;
  /** What is picked from the picture: a step of the look that is open, and what of it. */
  readonly picking: { readonly stepId: string; readonly what: Pick } | undefined;
  readonly copiedLook: Look | undefined;
  readonly copiedKey: Key | undefined;
  /** The pose whose mends are copied to others. */
  readonly copiedFrom: string | undefined;
}

/** What is set in stage Mend besides the film. */
export const useMend = create<Mend>(() => ({
  tool: 'light',
  scope: 'scene',
  keepSlow: false,
  steady: { take: 'all', turn: false, size: false },
  overlay: 'none',
  curve: 'right',
  pointing: undefined,
  frameScope: 'film',
  lookScope: 'film',
  openStep: undefined,
  showsClipping: false,
  picking: undefined,
  copiedLook: undefined,
  copiedKey: undefined,
  pace: 'eased',
  onOnes: false,
  moveEnd: 'to',
  wordStep: 10,
  wordPoint: { x: 0.5, y: 0.5 },
  pickingPoint: false,
  guides: ['thirds'],
  dragged: undefined,
  copiedFrom: undefined,
}));

export const setMend = useMend.setState;
export const mendNow = useMend.getState;
