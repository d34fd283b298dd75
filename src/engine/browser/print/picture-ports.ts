import type { PicturePrintPorts } from '../../print/print-pictures';
import { paletteOf } from './gif-picture';
import type { ImageForm } from './image-file';
import type { PrintContext } from './print-context';

/** What prints of single pictures need, made by the frame workers. */
export function picturePorts(
  { order, target, frames, gate }: PrintContext,
  form: ImageForm,
): PicturePrintPorts {
  const { size } = target;
  return {
    image: (recipe, name) => frames.run((each) => each.image(recipe, size, name, form)),
    gifPart: (recipe, name, palette, hundredths) =>
      frames.run((each) => each.gifPart(recipe, size, name, palette, order.settings.dither, hundredths)),
    palette: async (recipes) => {
      const parts = await Promise.all(
        recipes.map(([recipe, name]) => frames.run((each) => each.samples(recipe, size, name))),
      );
      const all = new Uint8ClampedArray(parts.reduce((sum, { length }) => sum + length, 0));
      let at = 0;
      for (const part of parts) {
        all.set(part, at);
        at += part.length;
      }
      return paletteOf(all);
    },
    gate,
  };
}
