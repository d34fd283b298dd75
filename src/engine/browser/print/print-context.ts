import type { PrintOrder, PrintTarget } from '../../../core/print/print-order';
import type { ProofExpected, ProofFound } from '../../../core/print/proof';
import type { Samples } from '../../ports/samples';
import type { Sink } from '../../ports/sink';
import type { WorkerPool } from '../threads/worker-pool';
import type { FrameWorker } from './frame.worker';
import type { ProveOptions } from './prove';

/** Where a print goes: among the browser's own files, into a file, or into a folder, that the person picked. */
export type PrintPlace =
  | { readonly own: string }
  | { readonly file: FileSystemFileHandle }
  | { readonly folder: FileSystemDirectoryHandle };

/** How far a print is. */
export interface PrintNews {
  /** Frames done, of which so many were found from an earlier print. */
  readonly frames: number;
  readonly found: number;
  /** The picture that was done last, now and then. It is the listener's own, who closes it. */
  readonly picture?: ImageBitmap | undefined;
}

/** What every kind of print works with; it belongs to the print worker. */
export interface PrintContext {
  readonly order: PrintOrder;
  readonly target: PrintTarget;
  readonly place: PrintPlace;
  readonly frames: WorkerPool<FrameWorker>;
  readonly samples: Samples;
  /** Pictures made ahead. */
  readonly ahead: number;
  /** Bytes that kept pieces may take. */
  readonly piecesRoom: number;
  readonly signal: AbortSignal;
  readonly gate: () => Promise<void>;
  readonly tell: (news: PrintNews) => void;
  /** Opens the file that is written. */
  readonly open: () => Promise<Sink>;
}

/** What was printed, and how it is read again. */
export interface PrintMade {
  readonly frames: number;
  readonly expected: ProofExpected;
  readonly read: (file: Blob, options: ProveOptions) => Promise<ProofFound>;
}
