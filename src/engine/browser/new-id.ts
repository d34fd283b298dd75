/** An identity that nothing else has. */
export const newId = (): string => crypto.randomUUID();
