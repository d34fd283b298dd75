/** A piece of a JPEG from one marker to the next (ITU-T T.81, annex B). */
export interface JpegSegment {
  /** The second byte of the marker; the first is 0xff. */
  readonly marker: number;
  /** Where the marker stands. */
  readonly at: number;
  /** Behind its last byte by the length that it gives, which may lie past the end of the file; behind the marker where it gives none. */
  readonly end: number;
}

/** Markers without a length: TEM, RST0 to RST7, SOI and EOI (T.81, table B.1); and FF 00, which is data. */
const standsAlone = (marker: number): boolean => marker <= 0x01 || (marker >= 0xd0 && marker <= 0xd9);

/**
 * The segments of a JPEG, one behind the other. Entropy-coded data behind a scan's header is passed over, up to the next
 * marker. Ends where there is something else than a marker.
 */
export function* jpegSegments(bytes: Uint8Array): Generator<JpegSegment> {
  let at = 2;
  while (at + 1 < bytes.length) {
    if (bytes[at] !== 0xff) return;
    const marker = bytes[at + 1] as number;
    if (marker === 0xff) {
      // Padding in front of a marker.
      at++;
      continue;
    }
    const length = standsAlone(marker) ? 0 : ((bytes[at + 2] ?? 0) << 8) | (bytes[at + 3] ?? 0);
    const end = at + 2 + length;
    yield { marker, at, end };
    at = marker === 0xda || standsAlone(marker) ? nextMarker(bytes, end) : end;
  }
}

/** Where the next marker stands that is no part of the data: not FF 00, and no restart (T.81, B.1.1.5). */
function nextMarker(bytes: Uint8Array, from: number): number {
  for (let at = bytes.indexOf(0xff, from); at >= 0; at = bytes.indexOf(0xff, at + 2)) {
    const marker = bytes[at + 1] ?? 0;
    if (marker === 0xff) at -= 1;
    else if (marker !== 0x00 && (marker < 0xd0 || marker > 0xd7)) return at;
  }
  return bytes.length;
}

/** Whether a marker begins the header of a frame: SOF0 to SOF15, without DHT, JPG and DAC among them. */
export const startsFrame = (marker: number): boolean =>
  marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
