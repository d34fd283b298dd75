/** Where the focus goes as a menu or its like closes: back where keys opened it; by hand, keys belong to the film again. */
export const focusAfter = (closedBy: string): boolean => closedBy === 'keyboard';
