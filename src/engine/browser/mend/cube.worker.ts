import { expose } from 'comlink';
import { asName } from '../../../core/film/bounds';
import { readCube, writeCube } from '../../../core/formats/cube';
import type { Look } from '../../../core/picture/colour/colour-steps';
import { keepTable, type KeptTable } from '../../../core/picture/colour/kept-table';
import { differenceOf, tableOfLook, type TableDifference } from '../../../core/picture/colour/table-of-look';
import { ok, type Result } from '../../../core/time/result';

const worker = {
  /** A table of colour out of a `.cube` file, as a film keeps it. */
  async read(file: Blob, name: string): Promise<Result<KeptTable>> {
    const table = readCube(await file.text(), name);
    return table.ok ? ok(keepTable(table.value, asName(name))) : table;
  },

  /** A part of a stack as a `.cube` file, and how far that is from it. */
  write(title: string, look: Look, part: number): { readonly file: Blob } & TableDifference {
    const table = tableOfLook(title, look, part);
    return {
      file: new Blob([writeCube(table)], { type: 'text/plain' }),
      ...differenceOf(table, look, part),
    };
  },
};

/** What the page asks of the worker that reads and writes tables of colour. */
export type CubeWorker = typeof worker;

expose(worker);
