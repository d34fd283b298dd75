/** The part of lcms-wasm that is used: handles are numbers, 0 where something failed. */
declare module 'lcms-wasm' {
  export const TYPE_RGBA_8: number;
  export const INTENT_RELATIVE_COLORIMETRIC: number;
  export const cmsFLAGS_COPY_ALPHA: number;
  export const cmsFLAGS_BLACKPOINTCOMPENSATION: number;

  export interface Lcms {
    cmsOpenProfileFromMem(profile: Uint8Array, length: number): number;
    cmsGetColorSpaceASCII(profile: number): string | null;
    cmsCreate_sRGBProfile(): number;
    cmsCreateTransform(
      input: number,
      inputType: number,
      output: number,
      outputType: number,
      intent: number,
      flags: number,
    ): number;
    cmsDoTransform(transform: number, pixels: Uint8Array, count: number): Uint8Array;
    cmsDeleteTransform(transform: number): void;
    cmsCloseProfile(profile: number): void;
  }

  export function instantiate(options?: { readonly locateFile?: (name: string) => string }): Promise<Lcms>;
}
