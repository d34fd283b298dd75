/** An item and the index it has in the result. */
interface Placed<T> {
  readonly item: T;
  readonly index: number;
}

/**
 * Puts items among others so that each ends at its index in the result; an index past the end means the end.
 * Placing what `removedAt` found, at the indices it found, gives the list back.
 */
export function placedAt<T>(list: readonly T[], placed: readonly Placed<T>[]): T[] {
  const inOrder = [...placed].sort((a, b) => a.index - b.index);
  const result: T[] = [];
  let taken = 0;
  for (const { item, index } of inOrder) {
    while (result.length < index && taken < list.length) result.push(list[taken++] as T);
    result.push(item);
  }
  while (taken < list.length) result.push(list[taken++] as T);
  return result;
}
