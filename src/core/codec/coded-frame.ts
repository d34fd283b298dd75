/** A frame as it goes into a file, or a picture as it came from an encoder. */
export interface CodedFrame {
  readonly bytes: Uint8Array;
  readonly isKey: boolean;
}
