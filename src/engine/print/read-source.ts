import type { Paint, PaintPicture } from '../../core/picture/paint/paint';
import { halvings, isPicture, type Recipe, type RecipeFile, type Source } from '../../core/picture/recipe';
import type { Pixels } from '../../core/picture/pixels';
import type { Size } from '../../core/picture/size';
import type { Decode } from '../ports/decode';
import type { Originals } from '../ports/originals';
import type { KeptSources } from './kept-sources';
import { ToldError } from '../../core/time/told-error';

/** What pictures are made from. */
export interface PicturePorts {
  readonly originals: Originals;
  readonly decode: Decode;
  /** Takes back what was decoded, once nobody needs it, so that the next picture is decoded into it. */
  readonly recycle?: (pixels: Pixels) => void;
  /** Pictures that are painted into several, decoded once. */
  readonly kept?: KeptSources;
}

async function decodeFile(
  file: RecipeFile,
  times: number,
  name: string,
  { originals, decode }: PicturePorts,
): Promise<Source> {
  const bytes = await originals.read(file.hash);
  if (!bytes) throw new ToldError(`The original of ${name} is missing in this browser.`);
  return decode(bytes, file, times);
}

/** Decodes what is painted on a photo, as small as the photo itself: another photo, or the same one again. */
async function withPainted(
  own: Source,
  { hash }: RecipeFile,
  paint: Paint | undefined,
  times: number,
  name: string,
  ports: PicturePorts,
): Promise<Source> {
  if (!paint) return own;
  const read = async (picture: PaintPicture): Promise<Source> => {
    const { file } = picture;
    const words = `what is painted on ${name}`;
    const decoded = (): Promise<Source> => decodeFile(file, times, words, ports);
    const source =
      file.hash === hash
        ? { pixels: own.pixels, orientation: own.orientation }
        : await (ports.kept?.get(`${file.hash} ${times}`, decoded) ?? decoded());
    return withPainted(source, file, picture.paint, times, words, ports);
  };
  const painted: Source[] = [];
  for (const picture of paint.pictures) painted.push(await read(picture));
  return { ...own, painted };
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
  const { background } = recipe;
  const decode = (file: RecipeFile, times: number): Promise<Source> => decodeFile(file, times, name, ports);
  const source = await readOwn(recipe, size, name, ports, decode);
  if (!isPicture(background)) return source;
  // What is behind one picture is mostly behind the next.
  const words = `the background of ${name}`;
  const keeping = (file: RecipeFile, times: number): Promise<Source> => {
    const decoded = (): Promise<Source> => decodeFile(file, times, words, ports);
    return ports.kept?.get(`${file.hash} ${times}`, decoded) ?? decoded();
  };
  return { ...source, background: await readOwn(background, size, words, ports, keeping) };
}

async function readOwn(
  recipe: Recipe,
  size: Size,
  name: string,
  ports: PicturePorts,
  decode: (file: RecipeFile, times: number) => Promise<Source>,
): Promise<Source> {
  const { file, paint } = recipe;
  const times = halvings(recipe, size);
  const own = await decode(file, times);
  return withPainted(own, file, paint, times, name, ports);
}

/** Gives what a picture was made from back to who decoded it; what is kept may be needed again. */
export function giveBack({ pixels, background }: Source, ports: PicturePorts): void {
  ports.recycle?.(pixels);
  if (background && !ports.kept) giveBack(background, ports);
}
