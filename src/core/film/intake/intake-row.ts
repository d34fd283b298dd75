import type { Photo } from '../film';

/** A file that came in and is not laid out yet. */
export interface IntakeRow {
  readonly id: string;
  /** File name as it came. */
  readonly name: string;
  /** The folder it came in, below the one that was chosen, where there were several. */
  readonly folder?: string | undefined;
  /** When the file was last written, milliseconds since 1970: tells it again when it is chosen a second time. */
  readonly modifiedAt?: number | undefined;
  /** The photo, where the file can be used. */
  readonly photo?: Photo | undefined;
  /** Why it cannot be used, as a sentence. */
  readonly problem?: string | undefined;
  /** The film has the same picture already. */
  readonly inFilm?: boolean | undefined;
  /** Set by the person, or because the photo is in the film already. */
  readonly leftOut: boolean;
}

/** A row whose photo will be laid out. */
export type UsableRow = IntakeRow & { readonly photo: Photo };

export const isUsable = (row: IntakeRow): row is UsableRow => row.photo !== undefined && !row.leftOut;
