import type { FolderList } from '../../../../core/shoot/watched-files';

/** A folder that can be watched. */
export interface WatchedPlace {
  readonly name: string;
  /** Its files as they are now; of those that `isDone` some may be told as they were a moment ago. Rejects where the folder is gone. */
  list(isDone: (name: string) => boolean): Promise<FolderList>;
  /** A file of it; rejects where it is gone. */
  read(name: string): Promise<File>;
}
