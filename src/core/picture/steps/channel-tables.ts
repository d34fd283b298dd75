import type { StepCode } from './step-kind';
import { MOST } from './tile';

/** What becomes of each value of a tile, channel by channel: three tables, one after the other. */
export type ChannelTables = Int16Array;

/** Where the table of a channel begins. */
export const tableAt = (c: number): number => c * (MOST + 1);

export const newTables = (): ChannelTables => new Int16Array(tableAt(3));

/** Takes all colours through their tables. */
export function tablesPlain(data: Int16Array, tables: ChannelTables): void {
  for (let i = 0; i < data.length; i += 4)
    for (let c = 0; c < 3; c++)
      data[i + c] = tables[tableAt(c) + Math.max(0, data[i + c] as number)] as number;
}

/** The same with the built code. */
export const tablesVector = (data: Int16Array, tables: ChannelTables, code: StepCode): void =>
  code.tables(data.byteOffset, data.length / 4, code.kept(tables));
