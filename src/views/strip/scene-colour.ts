import type { Scene } from '../../core/film/film';

// Painted wagons: our own colours, told apart in lightness too.
const IN_TURN = ['teal', 'plum', 'ochre', 'slate'] as const;

/** The colour of a scene: the one picked for it, else that of its turn. */
export const sceneColour = ({ colour }: Scene, index: number): string =>
  `var(--${colour ?? IN_TURN[index % IN_TURN.length]})`;
