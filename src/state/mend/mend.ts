import { create } from 'zustand';
import type { Crop } from '../../core/picture/crop';

/** The tools of stage Mend. */
export const MEND_TOOLS = ['light', 'framing'] as const;
export type MendTool = (typeof MEND_TOOLS)[number];

/** What is mended together: the chosen poses, the scene on screen, or all of the film. */
export const MEND_SCOPES = ['chosen', 'scene', 'film'] as const;
export type MendScope = (typeof MEND_SCOPES)[number];

/** Lines that help to frame: the picture in thirds, its middle, and the parts that no screen cuts off. */
export const GUIDES = ['thirds', 'centre', 'safe'] as const;
export type Guide = (typeof GUIDES)[number];

interface Mend {
  /** The tool that is open; none where all are closed. */
  readonly tool: MendTool | undefined;
  readonly scope: MendScope;
  /** Only the flicker is taken out: what changes slowly stays. */
  readonly keepSlow: boolean;
  /** What a framing is set for. */
  readonly frameScope: MendScope;
  readonly guides: readonly Guide[];
  /** A frame that is just dragged. */
  readonly dragged: Crop | undefined;
  /** The pose whose mends are copied to others. */
  readonly copiedFrom: string | undefined;
}

/** What is set in stage Mend besides the film. */
export const useMend = create<Mend>(() => ({
  tool: 'light',
  scope: 'scene',
  keepSlow: false,
  frameScope: 'film',
  guides: ['thirds'],
  dragged: undefined,
  copiedFrom: undefined,
}));

export const setMend = useMend.setState;
export const mendNow = useMend.getState;
