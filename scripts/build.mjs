/**
 * `npm run build`: the demo film as one file, the app, and its files compressed for the way to the browser. `--if-changed`:
 * only where what lies there was built from something else.
 */
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

/** All that the app is built from. */
const APP_SOURCES = ['src', 'public', 'scripts'];
const APP_FILES = ['package-lock.json', 'astro.config.ts', 'tsconfig.json'];
const APP_STAMP = 'dist/sources.hash';

function hashOf(folders, files = []) {
  const hash = createHash('sha256');
  for (const file of files) hash.update(file).update(readFileSync(file));
  for (const folder of folders) {
    for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
      if (!entry.isFile()) continue;
      const path = join(entry.parentPath ?? entry.path, entry.name);
      hash.update(path).update(readFileSync(path));
    }
  }
  return hash.digest('hex');
}

const isStamped = (stamp, value, file) =>
  existsSync(file) && existsSync(stamp) && readFileSync(stamp, 'utf8') === value;

const demo = hashOf(DEMO_SOURCES);
if (!isStamped(DEMO_STAMP, demo, '.cache/demo.kermis')) {
  run('npx', ['tsx', 'demo/bundle.ts']);
  writeFileSync(DEMO_STAMP, demo);
}
const app = hashOf(APP_SOURCES, APP_FILES);
if (!process.argv.includes('--if-changed') || !isStamped(APP_STAMP, app, 'dist/encoded')) {
  rmSync(APP_STAMP, { force: true });
  run('npx', ['astro', 'build', ...(process.env.CI ? ['--silent'] : [])]);
  rmSync('dist/encoded', { recursive: true, force: true });
  await compressBuilt('dist/client', 'dist/encoded');
  writeFileSync(APP_STAMP, app);
}
