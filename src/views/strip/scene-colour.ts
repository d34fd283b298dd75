// Painted wagons: our own colours, told apart in lightness too.
const COLOURS = ['var(--teal)', 'var(--plum)', 'var(--ochre)', 'var(--slate)'] as const;

/** The colour of the nth scene of a film. */
export const sceneColour = (index: number): string => COLOURS[index % COLOURS.length] as string;
