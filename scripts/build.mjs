/** `npm run build`: the demo film as one file, the app, and its files compressed for the way to the browser. */
import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { compressBuilt } from './compress.mjs';
import { run } from './prepare.mjs';

/** All that the bytes of the demo film come from: its own files, and how films are written. */
const DEMO_SOURCES = [
  'demo',
  'src/core/film',
  'src/core/formats',
  'src/core/sound',
  'src/engine/browser/bundle',
];
const DEMO_STAMP = '.cache/demo.hash';

function hashOf(folders) {
  const hash = createHash('sha256');
  for (const folder of folders) {
    for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
      if (!entry.isFile()) continue;
      const path = join(entry.parentPath ?? entry.path, entry.name);
      hash.update(path).update(readFileSync(path));
    }
  }
  return hash.digest('hex');
}

const demo = hashOf(DEMO_SOURCES);
const isCurrent =
  existsSync('.cache/demo.kermis') && existsSync(DEMO_STAMP) && readFileSync(DEMO_STAMP, 'utf8') === demo;
if (!isCurrent) {
  run('npx', ['tsx', 'demo/bundle.ts']);
  writeFileSync(DEMO_STAMP, demo);
}
run('npx', ['astro', 'build', ...(process.env.CI ? ['--silent'] : [])]);
rmSync('dist/encoded', { recursive: true, force: true });
await compressBuilt('dist/client', 'dist/encoded');
