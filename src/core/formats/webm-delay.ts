/** Elements of Matroska (RFC 9559, section 5) by their marks. */
const SEGMENT = 0x18538067;
const TRACKS = 0x1654ae6b;
const TRACK_ENTRY = 0xae;
const CODEC_ID = 0x86;
const NAME = 0x536e;
const CODEC_DELAY = 0x56aa;
const SEEK_PRE_ROLL = 0x56bb;

/** An Opus decoder that begins in the middle has to be fed so much before what it gives is right (RFC 7845, section 4.6). */
const PRE_ROLL_NS = 80_000_000;

/** A name of the sound's track that keeps room for another element. */
export const ROOM_FOR_PRE_ROLL = 'Opus';

interface Element {
  readonly id: number;
  readonly at: number;
  /** Where its contents are, and where they end. */
  readonly from: number;
  readonly to: number;
}

/** The elements between two places, one behind the other; ends where nothing can be made of the bytes (RFC 8794). */
function* elements(bytes: Uint8Array, from: number, to: number): Generator<Element> {
  for (let at = from; at < to;) {
    const idBytes = Math.clz32((bytes[at] ?? 0) << 24) + 1;
    const sizeAt = at + idBytes;
    const sizeBytes = Math.clz32((bytes[sizeAt] ?? 0) << 24) + 1;
    if (idBytes > 4 || sizeBytes > 8 || sizeAt + sizeBytes > to) return;
    const number = (first: number, count: number, start: number): number => {
      let value = first;
      for (let i = 1; i < count; i++) value = value * 256 + (bytes[start + i] ?? 0);
      return value;
    };
    const id = number(bytes[at] ?? 0, idBytes, at);
    const size = number((bytes[sizeAt] ?? 0) & (0xff >> sizeBytes), sizeBytes, sizeAt);
    const begins = sizeAt + sizeBytes;
    // All ones: as long as there is anything.
    const unknown = size === 2 ** (7 * sizeBytes) - 1;
    const ends = unknown ? to : Math.min(to, begins + size);
    yield { id, at, from: begins, to: ends };
    at = ends;
  }
}

const find = (bytes: Uint8Array, inside: Element, id: number): Element | undefined =>
  [...elements(bytes, inside.from, inside.to)].find((each) => each.id === id);

const textOf = (bytes: Uint8Array, { from, to }: Element): string =>
  String.fromCharCode(...bytes.subarray(from, to));

/**
 * Says in a WebM file by how much its Opus track begins early, in place. The library that writes the file puts the encoder's
 * delay under the mark of another element, and none under its own: who goes by timestamps would hear all sound 6.5 ms late.
 * Gives whether there was such a track.
 */
export function sayOpusDelay(bytes: Uint8Array): boolean {
  const segment = [...elements(bytes, 0, bytes.length)].find(({ id }) => id === SEGMENT);
  const tracks = segment && find(bytes, segment, TRACKS);
  if (!tracks) return false;
  for (const entry of elements(bytes, tracks.from, tracks.to)) {
    if (entry.id !== TRACK_ENTRY) continue;
    const codec = find(bytes, entry, CODEC_ID);
    const delay = find(bytes, entry, SEEK_PRE_ROLL);
    if (!codec || !delay || textOf(bytes, codec) !== 'A_OPUS' || find(bytes, entry, CODEC_DELAY)) continue;
    const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
    view.setUint16(delay.at, CODEC_DELAY);
    const name = find(bytes, entry, NAME);
    if (name && name.to - name.from === 4 && textOf(bytes, name) === ROOM_FOR_PRE_ROLL) {
      view.setUint16(name.at, SEEK_PRE_ROLL);
      view.setUint32(name.from, PRE_ROLL_NS);
    }
    return true;
  }
  return false;
}
