/** The key of a stage by its place in the work, from 0. */
export const stageKey = (index: number): string => `Alt ${index + 1}`;
