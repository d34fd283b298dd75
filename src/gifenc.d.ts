/** The parts of the package `gifenc` that are used; it brings no types. */
declare module 'gifenc' {
  interface GifWriter {
    writeFrame(
      index: Uint8Array,
      width: number,
      height: number,
      options: { readonly delay: number; readonly palette?: readonly (readonly number[])[] },
    ): void;
    bytes(): Uint8Array<ArrayBuffer>;
  }
  export function GIFEncoder(options: { readonly auto: boolean }): GifWriter;
  /** Colours as red, green and blue of 255. */
  export function quantize(rgba: Uint8ClampedArray, colours: number): number[][];
  export function applyPalette(
    rgba: Uint8ClampedArray,
    palette: readonly (readonly number[])[],
  ): Uint8Array<ArrayBuffer>;
}
