import type { DrawnPictures } from '../../engine/browser/pictures/drawn-pictures';
import type { PictureWish } from '../../engine/browser/pictures/picture-cache';

/** How far drawing ahead is. */
export interface DrawnSoFar {
  readonly done: number;
  readonly total: number;
  /** Pictures a second; undefined before there were any. */
  readonly rate: number | undefined;
}

/** What drawing ahead needs of the world. */
export interface DrawerWorld {
  /** Makes a picture and packs it; gives nothing, or rejects, where it cannot be had. */
  readonly make: (wish: PictureWish) => Promise<Blob | undefined>;
  /** Whether something else is to have the machine now. */
  readonly isBusy: () => boolean;
  /** Where in the list it is most urgent, from 0 up to 1. */
  readonly from: () => number;
  /** So many at a time. */
  readonly atOnce: () => number;
  readonly later: (then: () => void, milliseconds: number) => void;
  readonly now: () => number;
  /** Hears how far it is; undefined once there is nothing more to be drawn. */
  readonly tell: (drawn: DrawnSoFar | undefined) => void;
}

/** After the list became another one it waits: edits come one after the other. */
const SETTLED = 500;
/** While it is busy elsewhere it looks again after this. */
const LOOK_AGAIN = 60;

/** Draws the pictures of a list ahead of being played, where they are not there yet: from the most urgent on, while nothing else needs the machine. */
export class AheadDrawer {
  readonly #world: DrawerWorld;
  readonly #drawn: DrawnPictures;
  #list: readonly PictureWish[] = [];
  #needed = new Set<string>();
  readonly #failed = new Set<string>();
  readonly #making = new Set<string>();
  /** Counts lists: what waits for an older one does nothing. */
  #turn = 0;
  #made = 0;
  #begun = 0;

  constructor(world: DrawerWorld, drawn: DrawnPictures) {
    this.#world = world;
    this.#drawn = drawn;
  }

  /** Draws these from now on, each once. */
  follow(wishes: readonly PictureWish[]): void {
    this.#list = [...new Map(wishes.map((wish) => [wish.key, wish])).values()];
    this.#needed = new Set(this.#list.map(({ key }) => key));
    this.#failed.clear();
    this.#made = 0;
    const turn = ++this.#turn;
    this.#world.tell(undefined);
    if (this.#missing() === undefined) return;
    this.#world.later(() => {
      this.#begun = this.#world.now();
      this.#next(turn);
    }, SETTLED);
  }

  /** Draws nothing more of this list. */
  stop(): void {
    this.#turn++;
    this.#list = [];
    this.#world.tell(undefined);
  }

  #isDone({ key }: PictureWish): boolean {
    return this.#drawn.has(key) || this.#failed.has(key);
  }

  /** The next that nobody is making. */
  #missing(): PictureWish | undefined {
    const count = this.#list.length;
    const from = Math.floor(this.#world.from() * count);
    for (let i = 0; i < count; i++) {
      const wish = this.#list[(from + i) % count] as PictureWish;
      if (!this.#isDone(wish) && !this.#making.has(wish.key)) return wish;
    }
    return undefined;
  }

  #tell(): void {
    const done = this.#list.filter((wish) => this.#isDone(wish)).length;
    const total = this.#list.length;
    const seconds = (this.#world.now() - this.#begun) / 1000;
    const rate = this.#made > 0 && seconds > 0 ? this.#made / seconds : undefined;
    this.#world.tell(done < total ? { done, total, rate } : undefined);
  }

  #next(turn: number): void {
    if (turn !== this.#turn) return;
    if (this.#world.isBusy()) return this.#world.later(() => this.#next(turn), LOOK_AGAIN);
    this.#tell();
    while (this.#making.size < this.#world.atOnce()) {
      const wish = this.#missing();
      if (!wish) return;
      this.#making.add(wish.key);
      void this.#make(wish, turn);
    }
  }

  async #make(wish: PictureWish, turn: number): Promise<void> {
    const { key } = wish;
    const file = await this.#world.make(wish).catch(() => undefined);
    this.#making.delete(key);
    if (!file) this.#failed.add(key);
    else if (this.#drawn.put(key, file, (each) => this.#needed.has(each))) this.#made++;
    // There is no room for more: what is not drawn is made when it is played.
    else if (turn === this.#turn) return this.stop();
    // What was made for an older list may be the last that this one waited for.
    this.#next(this.#turn);
  }
}
