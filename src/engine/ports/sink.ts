/** Where the bytes of a file go. */
export interface Sink {
  /** Writes bytes from a place in the file on; they may lie over what was written there. The bytes are only lent. */
  write(bytes: Uint8Array, at: number): void;
}
