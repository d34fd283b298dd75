/** Plain JavaScript, as the tests that call it before any package is there. */
import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { text } from 'node:stream/consumers';

const running = new Set();
process.on('exit', () => running.forEach((child) => child.kill()));

/** Runs a command; `isLive`: its output comes as it is made, else with its seconds once it is done. */
async function runCheck({ title, command, args, isLive = false }) {
  const start = Date.now();
  const child = spawn(command, args, {
    stdio: ['ignore', isLive ? 'inherit' : 'pipe', isLive ? 'inherit' : 'pipe'],
  });
  running.add(child);
  const texts = isLive ? [] : [text(child.stdout), text(child.stderr)];
  const [output, [code]] = await Promise.all([Promise.all(texts), once(child, 'exit')]);
  running.delete(child);
  console.log(`\n== ${title}: ${((Date.now() - start) / 1000).toFixed(0)} s\n${output.join('')}`.trimEnd());
  if (code !== 0) process.exit(code ?? 1);
}

/** Runs commands one after the other; where one fails, this process ends, and what runs beside it. */
export async function inTurn(checks) {
  for (const check of checks) await runCheck(check);
}
