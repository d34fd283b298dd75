/** A unit of H.264 (NAL unit, ISO/IEC 14496-10, 7.3.1). */
export interface Unit {
  /** nal_ref_idc: 0 where no other picture is made from it. */
  readonly reference: number;
  /** nal_unit_type. */
  readonly type: number;
  /** What is in it, without the bytes that keep it from looking like the start of a unit. */
  readonly payload: Uint8Array<ArrayBuffer>;
}

export const UNIT_TYPES = { slice: 1, keySlice: 5, sequence: 7, picture: 8 };

/** Takes out each 3 that stands behind two zeros (emulation_prevention_three_byte). */
export function unescaped(bytes: Uint8Array): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(bytes.length);
  let length = 0;
  let zeros = 0;
  for (const byte of bytes) {
    if (zeros >= 2 && byte === 3) {
      zeros = 0;
      continue;
    }
    zeros = byte === 0 ? zeros + 1 : 0;
    out[length++] = byte;
  }
  return out.slice(0, length);
}

/** Puts a 3 behind two zeros wherever 0 to 3 would follow. */
export function escaped(bytes: Uint8Array): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(bytes.length + Math.ceil(bytes.length / 2));
  let length = 0;
  let zeros = 0;
  for (const byte of bytes) {
    if (zeros >= 2 && byte <= 3) {
      out[length++] = 3;
      zeros = 0;
    }
    zeros = byte === 0 ? zeros + 1 : 0;
    out[length++] = byte;
  }
  return out.slice(0, length);
}

/** Reads a unit as it stands in a file. */
export const readUnit = (bytes: Uint8Array): Unit => ({
  reference: ((bytes[0] ?? 0) >> 5) & 3,
  type: (bytes[0] ?? 0) & 31,
  payload: unescaped(bytes.subarray(1)),
});

/** The units of a sample of MP4, each behind its length in four bytes (ISO/IEC 14496-15, 5.3.3); undefined where they do not fit into it. */
export function unitsOf(sample: Uint8Array): readonly Uint8Array[] | undefined {
  const units: Uint8Array[] = [];
  const view = new DataView(sample.buffer, sample.byteOffset, sample.byteLength);
  for (let at = 0; at < sample.length;) {
    if (at + 4 > sample.length) return undefined;
    const length = view.getUint32(at);
    if (length === 0 || at + 4 + length > sample.length) return undefined;
    units.push(sample.subarray(at + 4, at + 4 + length));
    at += 4 + length;
  }
  return units;
}

/** A sample of MP4 made of units. */
export function sampleOf(units: readonly Uint8Array[]): Uint8Array<ArrayBuffer> {
  const out = new Uint8Array(units.reduce((sum, { length }) => sum + 4 + length, 0));
  const view = new DataView(out.buffer);
  let at = 0;
  for (const unit of units) {
    view.setUint32(at, unit.length);
    out.set(unit, at + 4);
    at += 4 + unit.length;
  }
  return out;
}

/** A unit as it stands in a file. */
export function writeUnit({ reference, type, payload }: Unit): Uint8Array<ArrayBuffer> {
  const body = escaped(payload);
  const out = new Uint8Array(1 + body.length);
  out[0] = (reference << 5) | type;
  out.set(body, 1);
  return out;
}
