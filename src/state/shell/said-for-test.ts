import { shellNow } from './shell';

/** All that was told, one sentence a line; for tests. */
export const said = (): string =>
  shellNow()
    .notices.map(({ text }) => text)
    .join('\n');
