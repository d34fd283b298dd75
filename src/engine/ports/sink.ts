/** Where the bytes of a file go; its owner closes or discards it. */
export interface Sink {
  /** Writes bytes from a place in the file on; they may lie over what was written there. The bytes are only lent. */
  write(bytes: Uint8Array, at: number): Promise<void>;
  /** The file is complete. */
  close(): Promise<void>;
  /** Nothing is left of it; never throws. */
  discard(): Promise<void>;
}
