/** How far keys move the puppet at once: pixels of its set, or degrees of a limb. */
export const PUPPET_STEP = 8;
