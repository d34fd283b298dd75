import {
  cmsFLAGS_COPY_ALPHA,
  INTENT_RELATIVE_COLORIMETRIC,
  instantiate,
  TYPE_RGBA_8,
  type Lcms,
} from 'lcms-wasm';
import wasm from 'lcms-wasm/dist/lcms.wasm?url';
import { isSrgbProfile } from '../../../../core/picture/jpeg/is-srgb-profile';
import type { Pixels } from '../../../../core/picture/pixels';

/** Profiles are handed over on the stack of the module, which holds no large ones; those of RGB are small. */
const LARGEST_PROFILE = 40_000;
/** Pixels converted at a time: both copies of them stand in the memory of the module. */
const AT_A_TIME = 1 << 19;

let starting: Promise<Lcms> | undefined;

/** RGBA or RGBX pixels whose colours an ICC profile (ICC.1) describes, in sRGB; undefined where it cannot be used. */
export async function toSrgb(pixels: Pixels, profile: Uint8Array): Promise<Pixels | undefined> {
  if (isSrgbProfile(profile)) return pixels;
  if (profile.length > LARGEST_PROFILE) return undefined;
  starting ??= instantiate(
    typeof window === 'undefined' && 'process' in globalThis ? {} : { locateFile: () => wasm },
  );
  const lcms = await starting;
  const input = lcms.cmsOpenProfileFromMem(profile, profile.length);
  if (!input) return undefined;
  const output = lcms.cmsCreate_sRGBProfile();
  const transform =
    lcms.cmsGetColorSpaceASCII(input) === 'RGB'
      ? lcms.cmsCreateTransform(
          input,
          TYPE_RGBA_8,
          output,
          TYPE_RGBA_8,
          INTENT_RELATIVE_COLORIMETRIC,
          cmsFLAGS_COPY_ALPHA,
        )
      : 0;
  try {
    if (!transform) return undefined;
    const { data } = pixels;
    const converted = new Uint8Array(data.length);
    for (let at = 0; at < data.length; at += AT_A_TIME * 4) {
      const some = Uint8Array.from(data.subarray(at, at + AT_A_TIME * 4));
      converted.set(lcms.cmsDoTransform(transform, some, some.length / 4), at);
    }
    return { ...pixels, data: converted };
  } finally {
    if (transform) lcms.cmsDeleteTransform(transform);
    lcms.cmsCloseProfile(input);
    lcms.cmsCloseProfile(output);
  }
}
