import { resolve } from 'node:path';

/** Whether a browser that has no films yet is shown the demo film at once (`npm run demo`). */
export const openDemo = (): boolean => process.env['KERMIS_OPEN_DEMO'] === '1';

/** The demo film as one `.kermis` file, made by `demo/bundle.ts` when the project is built. */
export const demoBundlePath = (): string => resolve('.cache', 'demo.kermis');
