/** `npm test`: installs what is missing, then every check there is. Closes with the count of tests. */
import { prepareDebian, preparePackages, run } from './prepare.mjs';
import { inTurn } from './run-together.mjs';
import { closeWith, vitest } from './vitest.mjs';

const npx = (title, ...args) => ({ title, command: 'npx', args });

preparePackages();
prepareDebian();
run('npx', ['astro', 'sync', '--silent']);

const unit = vitest('unit', { projects: ['core', 'unit'] });
const browser = vitest('browser', { isLive: true });
const alone = vitest('alone', { isLive: true });
// Two cores: what does not need the other runs beside it. Tests of real time come last, with nothing beside them.
const build = inTurn([{ title: 'build', command: 'npm', args: ['run', '--silent', 'build'] }]);
await Promise.all([
  build.then(() => inTurn([browser])),
  inTurn([
    npx('types and lint', 'tsx', 'scripts/check-code.ts'),
    npx('structure', 'tsx', 'scripts/check-structure.ts'),
    npx('dead code', 'knip'),
    npx(
      'format',
      'prettier',
      '--check',
      '--log-level=warn',
      '--cache',
      '--cache-strategy=content',
      '--cache-location=.cache/prettier',
      '.',
    ),
    unit,
  ]),
]);
await inTurn([alone]);
closeWith([unit, browser, alone]);
