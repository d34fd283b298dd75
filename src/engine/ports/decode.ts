import type { RecipeFile, Source } from '../../core/picture/recipe';

/**
 * Decodes a picture file to pixels in sRGB. `times` is how often its sides may be halved meanwhile, where the decoder can do
 * that; it may give more. The bytes are its own from then on. The source says how its pixels are turned to stand upright.
 * @throws where the bytes are not a picture that it can read.
 */
export type Decode = (bytes: Uint8Array<ArrayBuffer>, file: RecipeFile, times: number) => Promise<Source>;
