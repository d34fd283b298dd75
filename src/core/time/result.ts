/** What came of reading typed text: a value, or a sentence that says what is wrong and what to type. */
export type Result<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: string };

export const ok = <T>(value: T): Result<T> => ({ ok: true, value });

export const err = (problem: string): Result<never> => ({ ok: false, problem });
