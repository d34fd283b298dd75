/** `npm run demo`: installs what is missing, builds, and serves with the demo film. */
import { preparePackages, run } from './prepare.mjs';

preparePackages();
run('npm', ['run', '--silent', 'build']);
run('npx', ['tsx', 'scripts/serve.ts'], { KERMIS_OPEN_DEMO: '1', NODE_ENV: 'production' });
