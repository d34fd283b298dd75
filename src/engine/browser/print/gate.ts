/** Lets pass, or holds back while it is shut. */
export class Gate {
  #shut: Promise<void> | undefined;
  #open: () => void = () => undefined;

  shut(): void {
    this.#shut ??= new Promise((resolve) => (this.#open = resolve));
  }

  open(): void {
    this.#open();
    this.#shut = undefined;
  }

  async pass(): Promise<void> {
    while (this.#shut) await this.#shut;
  }
}
