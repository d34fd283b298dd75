import { create } from 'zustand';

/** The tools of stage Mend. */
export const MEND_TOOLS = ['light'] as const;
export type MendTool = (typeof MEND_TOOLS)[number];

/** Which photos are matched: those of the chosen poses, of the scene on screen, or all. */
export const MATCH_SCOPES = ['chosen', 'scene', 'film'] as const;
export type MatchScope = (typeof MATCH_SCOPES)[number];

interface Mend {
  /** The tool that is open; none where all are closed. */
  readonly tool: MendTool | undefined;
  readonly scope: MatchScope;
  /** Only the flicker is taken out: what changes slowly stays. */
  readonly keepSlow: boolean;
  /** The photo whose mends are copied to others. */
  readonly copiedFrom: string | undefined;
}

/** What is set in stage Mend besides the film. */
export const useMend = create<Mend>(() => ({
  tool: 'light',
  scope: 'scene',
  keepSlow: false,
  copiedFrom: undefined,
}));

export const setMend = useMend.setState;
export const mendNow = useMend.getState;
