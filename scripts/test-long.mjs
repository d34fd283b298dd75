/**
 * `npm run test:long`: what is long by nature, all of it; `npm run test:long 7` only the part whose turn it is, by a number that
 * goes up, as that of commits. A part is a file of `e2e/long`.
 */
import { readdirSync } from 'node:fs';
import { prepareDebian, preparePackages, run } from './prepare.mjs';
import { inTurn } from './run-together.mjs';
import { closeWith, vitest } from './vitest.mjs';

const FOLDER = 'e2e/long';
const parts = readdirSync(FOLDER)
  .filter((name) => name.endsWith('.test.ts'))
  .sort();
const [turn] = process.argv.slice(2);
if (turn !== undefined && !/^\d+$/.test(turn)) {
  console.error(`The turn is a whole number, not “${turn}”; without one all ${parts.length} parts are run.`);
  process.exit(1);
}
const files = turn === undefined ? parts : [parts[Number(turn) % parts.length]];
console.log(`Long tests: ${files.join(', ')}`);

preparePackages();
prepareDebian();
run('node', ['scripts/build.mjs', '--if-changed']);
const long = vitest('long', { files: files.map((name) => `${FOLDER}/${name}`), isLive: true });
await inTurn([long]);
closeWith([long]);
