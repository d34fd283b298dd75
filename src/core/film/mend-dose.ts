/** How much is done of all that a tool does to a film. */
export interface MendDose {
  /** Per cent. */
  readonly strength: number;
  /** Kept, but not done. */
  readonly off?: true | undefined;
}

/** Tools whose work is done to the film as a whole by a part, and the doses of each; all of it where nothing is said. */
export const DOSED_TOOLS = ['framing', 'colour'] as const;
export type DosedTool = (typeof DOSED_TOOLS)[number];
export type MendDoses = Readonly<Partial<Record<DosedTool, MendDose>>>;

/** The part that is done, 0 to 1. */
export const partDone = (dose: MendDose | undefined): number =>
  dose?.off ? 0 : (dose?.strength ?? 100) / 100;
