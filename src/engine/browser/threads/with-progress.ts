import { proxy, type ProxyMarked } from 'comlink';

/**
 * Does work in a worker that tells how far it is. What it tells comes by a way of its own, and may come when the result
 * is there already: from then on it is not listened to, so that what is over never seems to be going on.
 */
export async function withProgress<A extends unknown[], T>(
  listener: (...told: A) => void,
  work: (tell: ((...told: A) => void) & ProxyMarked) => Promise<T>,
): Promise<T> {
  let over = false;
  try {
    return await work(
      proxy((...told: A) => {
        if (!over) listener(...told);
      }),
    );
  } finally {
    over = true;
  }
}
