import { PLAIN_PRINT, type PrintSettings } from './print-settings';

/** Settings under a name that says what they are for. */
export interface Purpose {
  readonly name: string;
  readonly settings: PrintSettings;
}

/** Purposes that are there from the start. */
export const PURPOSES: readonly Purpose[] = [
  { name: 'To share', settings: { ...PLAIN_PRINT, size: '1080' } },
  { name: 'To project', settings: { ...PLAIN_PRINT, quality: 'best' } },
  { name: 'To edit further', settings: { ...PLAIN_PRINT, kind: 'mov', quality: 'best', keyEvery: 0.5 } },
  { name: 'A loop for a page', settings: { ...PLAIN_PRINT, kind: 'gif', size: '540' } },
];

/** Whether two settings say the same but for names. */
export function sameSettings(a: PrintSettings, b: PrintSettings): boolean {
  const plain = (settings: PrintSettings): unknown => ({
    ...PLAIN_PRINT,
    ...settings,
    pattern: '',
    eachScene: false,
  });
  const inOrder = (value: unknown): string =>
    JSON.stringify(value, (_, each: unknown) =>
      typeof each === 'object' && each !== null && !Array.isArray(each)
        ? Object.fromEntries(Object.entries(each).sort(([x], [y]) => (x < y ? -1 : 1)))
        : each,
    );
  return inOrder(plain(a)) === inOrder(plain(b));
}
