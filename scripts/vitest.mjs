/** Plain JavaScript, as the tests that call it before any package is there. */
import { readFileSync, rmSync } from 'node:fs';

const REPORTERS = ['--reporter=default', '--reporter=./e2e/retries-reporter.ts', '--reporter=json'];

/** Projects of tests as one check to be run, with what it counted once it was. */
export function vitest(name, { projects = [name], files = [], isLive = false } = {}) {
  const report = `.cache/${name}-tests.json`;
  rmSync(report, { force: true });
  return {
    title: `${name} tests`,
    command: 'npx',
    args: [
      'vitest',
      'run',
      ...files,
      ...projects.flatMap((project) => ['--project', project]),
      ...REPORTERS,
      `--outputFile.json=${report}`,
    ],
    isLive,
    counted: () => {
      const { numPassedTests, numFailedTests, numPendingTests } = JSON.parse(readFileSync(report, 'utf8'));
      return { passed: numPassedTests, failed: numFailedTests, skipped: numPendingTests };
    },
  };
}

/** Closes with the count of all tests. */
export function closeWith(projects) {
  const counts = projects.map(({ counted }) => counted());
  const sum = (key) => counts.reduce((total, each) => total + each[key], 0);
  console.log(`\n${sum('passed')} passed, ${sum('failed')} failed, ${sum('skipped')} skipped`);
}
