/** Locks as a browser keeps them between its tabs, for tests where there is no browser. */
export class StandInLocks {
  readonly #held = new Map<string, { shared: boolean; count: number }>();

  readonly request = async (
    name: string,
    options: LockOptions,
    work: (lock: { name: string } | null) => unknown,
  ): Promise<unknown> => {
    const shared = options.mode === 'shared';
    const held = this.#held.get(name);
    if (held && !(shared && held.shared)) {
      if (options.ifAvailable) return work(null);
      throw new Error(`${name} is held, and nothing waits here.`);
    }
    const mine = held ?? { shared, count: 0 };
    mine.count++;
    this.#held.set(name, mine);
    try {
      return await work({ name });
    } finally {
      if (--mine.count === 0) this.#held.delete(name);
    }
  };
}
