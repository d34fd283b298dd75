/** Where the files of photos lie. */
export interface Originals {
  /** The bytes of a file by its hash, the caller's own; undefined where it is not there. */
  read(hash: string): Promise<Uint8Array<ArrayBuffer> | undefined>;
}
