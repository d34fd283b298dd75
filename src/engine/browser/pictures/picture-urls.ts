import { recipeKey, type Recipe } from '../../../core/picture/recipe';
import { sizeWithin } from '../../../core/picture/size';
import { pictureAddress } from './picture-workers';

/** Small pictures fetched at the same time: a page that scrolls must not be handed fifty at once. */
const AT_ONCE = 4;

/** Longest side of a small picture, in pixels: that of the one that is kept. */
const LONGEST = 240;

interface Wish {
  readonly recipe: Recipe;
  readonly onMade: (url: string) => void;
}

/** Addresses of small pictures for `<img>`, made by a worker when first wished for; they live as long as the page. */
export class PictureUrls {
  readonly #urls = new Map<string, string>();
  readonly #wishes = new Set<Wish>();
  readonly #fetching = new Set<string>();

  /** The address of a recipe's small picture, where it was made before. */
  known(recipe: Recipe): string | undefined {
    return this.#urls.get(recipeKey(recipe));
  }

  /**
   * Tells the address of a recipe's small picture as soon as there is one; never when none is kept. The function
   * given back takes the wish back: what has scrolled out of sight need not be fetched.
   */
  wish(recipe: Recipe, onMade: (url: string) => void): () => void {
    const wish = { recipe, onMade };
    this.#wishes.add(wish);
    this.#next();
    return () => this.#wishes.delete(wish);
  }

  #next(): void {
    for (const { recipe } of this.#wishes) {
      if (this.#fetching.size >= AT_ONCE) return;
      if (!this.#fetching.has(recipeKey(recipe))) void this.#fetch(recipe);
    }
  }

  async #fetch(recipe: Recipe): Promise<void> {
    const key = recipeKey(recipe);
    this.#fetching.add(key);
    // A picture that cannot be read is as good as none.
    const url =
      this.#urls.get(key) ??
      (await pictureAddress(recipe, sizeWithin(recipe.film, LONGEST)).catch(() => undefined));
    if (url !== undefined) this.#urls.set(key, url);
    this.#fetching.delete(key);
    for (const wish of [...this.#wishes]) {
      if (recipeKey(wish.recipe) !== key) continue;
      this.#wishes.delete(wish);
      if (url !== undefined) wish.onMade(url);
    }
    this.#next();
  }
}
