/** An error whose message is a sentence for the person at the screen: what is wrong, and what to do. Its name comes through from a worker. */
export class ToldError extends Error {
  override name = 'ToldError';

  constructor(message: string, options?: ErrorOptions) {
    super(message, options);
    // A worker passes on the stack, not the cause.
    if (options?.cause !== undefined)
      this.stack = `${this.stack ?? message}\nCaused by: ${rawText(options.cause)}`;
  }
}

/** Whether an error was made to be told; also one that came from a worker. */
export const isTold = (error: unknown): error is Error =>
  error instanceof Error && error.name === 'ToldError' && error.message !== '';

/** An error with all that is known of it, for whoever looks for its cause. */
export const rawText = (error: unknown): string =>
  error instanceof Error ? (error.stack ?? `${error.name}: ${error.message}`) : String(error);
