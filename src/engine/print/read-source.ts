import { halvings, type Recipe, type Source } from '../../core/picture/recipe';
import type { Pixels } from '../../core/picture/pixels';
import type { Size } from '../../core/picture/size';
import type { Decode } from '../ports/decode';
import type { Originals } from '../ports/originals';

/** What pictures are made from. */
export interface PicturePorts {
  readonly originals: Originals;
  readonly decode: Decode;
  /** Takes back what was decoded, once nobody needs it, so that the next picture is decoded into it. */
  readonly recycle?: (pixels: Pixels) => void;
}

/**
 * Decodes what a recipe is made from out of the original, no larger than a picture of `size` needs.
 * @throws where the original is missing or cannot be decoded; the sentence calls it by `name`.
 */
export async function readSource(
  recipe: Recipe,
  size: Size,
  name: string,
  ports: PicturePorts,
): Promise<Source> {
  const bytes = await ports.originals.read(recipe.file.hash);
  if (!bytes) throw new Error(`The original of ${name} is missing in this browser.`);
  const source = await ports.decode(bytes, recipe.file, halvings(recipe, size));
  const { background } = recipe;
  if (typeof background === 'string') return source;
  return { ...source, background: await readSource(background, size, `the background of ${name}`, ports) };
}

/** Gives what a picture was made from back to who decoded it. */
export function giveBack({ pixels, background }: Source, ports: PicturePorts): void {
  ports.recycle?.(pixels);
  if (background) giveBack(background, ports);
}
