/** Lets the page go for other work, and goes on in a task of its own. */
export const nextTask = (): Promise<void> => new Promise((resolve) => setTimeout(resolve));
