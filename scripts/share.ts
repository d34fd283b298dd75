/** `npm run share`: lines of code, lines of tests, and their share. Blank lines do not count. */
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard'], { encoding: 'utf8' })
  .split('\n')
  .filter((name) => /\.(ts|tsx|mjs|cjs|astro|css)$/.test(name));

const linesOf = (names: readonly string[]): number =>
  names.reduce(
    (sum, name) =>
      sum +
      readFileSync(name, 'utf8')
        .split('\n')
        .filter((line) => line.trim()).length,
    0,
  );

const isTest = (name: string): boolean => name.startsWith('e2e/') || name.endsWith('.test.ts');
const tests = linesOf(files.filter(isTest));
const code = linesOf(files.filter((name) => !isTest(name)));
console.log(
  `code ${code} lines, tests ${tests} lines, tests are ${((100 * tests) / (code + tests)).toFixed(1)} % of both`,
);
