/** `npm run build`: the demo film as one file, then the app. */
import { run } from './prepare.mjs';

run('npx', ['tsx', 'demo/bundle.ts']);
run('npx', ['astro', 'build', ...(process.env.CI ? ['--silent'] : [])]);
