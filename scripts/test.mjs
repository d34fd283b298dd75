/** `npm test`: installs what is missing, then every check there is. Closes with the count of tests. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { readFileSync, rmSync } from 'node:fs';
import { text } from 'node:stream/consumers';
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

/** Checks one after the other, each told of with all of its output when it is done; ends this process where one fails. */
async function inTurn(checks) {
  for (const [title, command, args] of checks) {
    const check = spawn(command, args, { stdio: ['ignore', 'pipe', 'pipe'] });
    const [out, err, [code]] = await Promise.all([
      text(check.stdout),
      text(check.stderr),
      once(check, 'exit'),
    ]);
    console.log(`\n== ${title}\n${out}${err}`.trimEnd());
    if (code !== 0) process.exit(code ?? 1);
  }
}

const SOURCES = ['src', 'demo', 'scripts', 'e2e', 'bench'];

preparePackages();
prepareDebian();
step('types', 'npx', ['astro', 'sync', '--silent']);
// Two cores: what does not need the other runs beside it.
await Promise.all([
  inTurn([
    ['types', 'npx', ['tsc', '--noEmit']],
    ['types of the core', 'npx', ['tsc', '-p', 'tsconfig.core.json']],
    ['lint', 'npx', ['eslint', '.', '--max-warnings=0']],
  ]),
  inTurn([
    ['format', 'npx', ['prettier', '--check', '--log-level=warn', '.']],
    ['structure', 'npx', ['depcruise', '--config', '.dependency-cruiser.cjs', ...SOURCES]],
    ['folders', 'npx', ['depcruise', '--config', '.dependency-cruiser.folders.cjs', 'src']],
    ['dead code', 'npx', ['knip']],
    ['build', 'npm', ['run', '--silent', 'build']],
  ]),
]);
const unit = tests('unit');
const browser = tests('browser');
const sum = (key) => unit[key] + browser[key];
console.log(`\n${sum('passed')} passed, ${sum('failed')} failed, ${sum('skipped')} skipped`);
