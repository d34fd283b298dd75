/** Names of this machine, which a browser sends as `Host` when it talks to no other. */
const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

/** Why a request is not answered. */
export interface Refusal {
  readonly status: 400 | 403 | 404 | 405 | 421;
  readonly problem: string;
}

/** Names that are answered beside those of this machine, from `KERMIS_HOSTS`, with commas between. */
export const otherHosts = (): readonly string[] =>
  (process.env['KERMIS_HOSTS'] ?? '')
    .split(',')
    .map((name) => name.trim().toLowerCase())
    .filter(Boolean);

/**
 * What is refused whatever its address: everything but reading, and names that lead here from elsewhere (a page of
 * another site whose name was made to point at this machine).
 */
export function refusedAtOnce(
  method: string | undefined,
  host: string | null | undefined,
  others: readonly string[] = otherHosts(),
): Refusal | undefined {
  const name = (host ?? '').toLowerCase().replace(/:\d{1,5}$/, '');
  if (!LOOPBACK.includes(name) && !others.includes(name)) {
    return {
      status: 421,
      problem:
        'This server answers to the names of its own machine only. KERMIS_HOSTS sets others, with commas between.',
    };
  }
  if (method !== 'GET' && method !== 'HEAD')
    return { status: 405, problem: 'This address is only read from.' };
  return undefined;
}
