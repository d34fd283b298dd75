/** What came of reading typed text: a value, or a sentence that says what is wrong and what to type. */
export type Parsed<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: string };

export const found = <T>(value: T): Parsed<T> => ({ ok: true, value });

export const failed = (problem: string): Parsed<never> => ({ ok: false, problem });
