import { tell } from '../shell/shell';

/** A file that cannot be used may still be written, slowly: so long it may stand still until that is said, in milliseconds. */
const PATIENCE = 3000;

/** What is wrong with files of a watched folder, said once nothing more is written into them. */
export class WatchFaults {
  readonly #waiting = new Map<
    string,
    { readonly problem: string; readonly timer: ReturnType<typeof setTimeout> }
  >();

  /** Says what is wrong with a file, unless it is read anew before. */
  tellLater(name: string, problem: string): void {
    this.forget(name);
    this.#waiting.set(name, { problem, timer: setTimeout(() => this.#tell(name), PATIENCE) });
  }

  /** Says nothing of a file: it is read anew. */
  forget(name: string): void {
    clearTimeout(this.#waiting.get(name)?.timer);
    this.#waiting.delete(name);
  }

  /** Says at once what was still to be said. */
  tellAll(): void {
    for (const name of [...this.#waiting.keys()]) this.#tell(name);
  }

  #tell(name: string): void {
    const problem = this.#waiting.get(name)?.problem;
    this.forget(name);
    if (problem !== undefined) tell(problem, 'wrong');
  }
}
