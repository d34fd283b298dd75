import { create } from 'zustand';
import { deletePrintFile, printFile } from '../../engine/browser/print/print-files';
import {
  forgetPrint,
  keepFinishedPrint,
  type FinishedPrint,
} from '../../engine/browser/store/print-repository';
import { sayUnkept } from './say-unkept';

/** The finished prints, the newest first. */
export const useFinishedPrints = create<{ readonly prints: readonly FinishedPrint[] }>(() => ({
  prints: [],
}));

/** Adds a finished print and keeps it. */
export async function addFinishedPrint(print: FinishedPrint): Promise<void> {
  useFinishedPrints.setState(({ prints }) => ({ prints: [print, ...prints] }));
  await keepFinishedPrint(print);
}

/** The file of a print that is kept in the browser. */
export const fileOfPrint = (id: string): Promise<File> => printFile(id);

/** Deletes a print and its file, where that is kept in the browser. */
export async function deletePrint({ id, isKept }: FinishedPrint): Promise<void> {
  useFinishedPrints.setState(({ prints }) => ({ prints: prints.filter((each) => each.id !== id) }));
  try {
    await forgetPrint(id);
    if (isKept) await deletePrintFile(id);
  } catch (error) {
    sayUnkept(error);
  }
}

/** Gives a print another name, with its ending. */
export function renamePrint(print: FinishedPrint, fileName: string): void {
  const renamed = { ...print, fileName };
  useFinishedPrints.setState(({ prints }) => ({
    prints: prints.map((each) => (each.id === print.id ? renamed : each)),
  }));
  keepFinishedPrint(renamed).catch(sayUnkept);
}
