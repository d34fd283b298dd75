/** `npm test`: installs what is missing, then every check there is. Closes with the count of tests. */
import { readFileSync, rmSync } from 'node:fs';
import { prepareDebian, preparePackages, run } from './prepare.mjs';

const step = (title, command, args, env) => {
  console.log(`\n== ${title}`);
  run(command, args, env);
};

const tests = (project) => {
  const file = `.cache/${project}-tests.json`;
  rmSync(file, { force: true });
  step(`${project} tests`, 'npx', [
    'vitest',
    'run',
    '--project',
    project,
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${file}`,
  ]);
  const { numPassedTests, numFailedTests, numPendingTests } = JSON.parse(readFileSync(file, 'utf8'));
  return { passed: numPassedTests, failed: numFailedTests, skipped: numPendingTests };
};

preparePackages();
prepareDebian();
step('types', 'npx', ['astro', 'sync', '--silent']);
step('types', 'npx', ['tsc', '--noEmit']);
step('lint', 'npx', ['eslint', '.', '--max-warnings=0']);
step('format', 'npx', ['prettier', '--check', '--log-level=warn', '.']);
step('structure', 'npx', [
  'depcruise',
  '--config',
  '.dependency-cruiser.cjs',
  'src',
  'demo',
  'scripts',
  'e2e',
  'bench',
]);
step('dead code', 'npx', ['knip']);
const unit = tests('unit');
step('build', 'npm', ['run', '--silent', 'build']);
const browser = tests('browser');
const sum = (key) => unit[key] + browser[key];
console.log(`\n${sum('passed')} passed, ${sum('failed')} failed, ${sum('skipped')} skipped`);
