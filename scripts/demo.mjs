/** `npm run demo`: installs what is missing, builds, and serves with the demo film. */
import { preparePackages, run } from './prepare.mjs';

preparePackages();
run('node', ['scripts/build.mjs', '--if-changed']);
run('npx', ['tsx', 'scripts/serve.ts'], { KERMIS_OPEN_DEMO: '1', NODE_ENV: 'production' });
