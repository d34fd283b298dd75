import { LONGEST_CUBE } from '../../../core/formats/cube';
import type { Look } from '../../../core/picture/colour/colour-steps';
import type { KeptTable } from '../../../core/picture/colour/kept-table';
import type { TableDifference } from '../../../core/picture/colour/table-of-look';
import { err, type Result } from '../../../core/time/result';
import { WorkerPool } from '../threads/worker-pool';
import type { CubeWorker } from './cube.worker';

const workers = new WorkerPool<CubeWorker>(
  'read and write LUTs',
  () => new Worker(new URL('./cube.worker.ts', import.meta.url), { type: 'module' }),
  { warm: 0 },
);

/** Time limit, in milliseconds. */
const TIMEOUT = 10_000;

/** Reads a table of colour from a `.cube` file, away from the page; what cannot be used is said in one sentence. */
export async function readTable(file: File): Promise<Result<KeptTable>> {
  const { name, size } = file;
  if (size > LONGEST_CUBE) return err(`${name} is too long for a LUT. It was left out.`);
  const late = err(`${name} takes longer than ${TIMEOUT / 1000} s to read. It was left out.`);
  return workers.runWithin(TIMEOUT, late, async (remote) => await remote.read(file, name));
}

/** Writes a part of a stack as a `.cube` file, away from the page. */
export const writeTable = (
  title: string,
  look: Look,
  part: number,
): Promise<{ readonly file: Blob } & TableDifference> =>
  workers.run(async (remote) => await remote.write(title, look, part));
