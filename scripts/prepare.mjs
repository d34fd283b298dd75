/**
 * Installs what is missing on a fresh machine. Plain JavaScript: it runs before any package is there.
 */
import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';

process.env.ASTRO_TELEMETRY_DISABLED = '1';

/** Runs a command with its output on this terminal; a failure ends this process with the same code. */
export function run(command, args, env = {}) {
  const done = spawnSync(command, args, { stdio: 'inherit', env: { ...process.env, ...env } });
  if (done.error) throw done.error;
  if (done.status !== 0) process.exit(done.status ?? 1);
}

/** The npm packages, when there are none or others than the lock file names. */
export function preparePackages() {
  const [major = 0, minor = 0] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Kermis needs Node.js 20.19 or later; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const lock = createHash('sha256').update(readFileSync('package-lock.json')).digest('hex');
  const stamp = 'node_modules/.kermis-lock';
  if (existsSync(stamp) && readFileSync(stamp, 'utf8') === lock) return;
  console.log('Installing packages …');
  run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error']);
  mkdirSync('node_modules', { recursive: true });
  writeFileSync(stamp, lock);
}

const has = (command) => spawnSync(command, ['-version'], { stdio: 'ignore' }).error === undefined;

/** Debian's Chromium, ffmpeg, picture and sound tools, which the tests and measurements use. */
export function prepareDebian() {
  const chromium = process.env.CHROMIUM ?? '/usr/bin/chromium';
  const missing = [
    !existsSync(chromium) && 'chromium',
    // The same, without windows that no test looks at: a page is there in half the time.
    !existsSync('/usr/bin/chromium-headless-shell') && 'chromium-headless-shell',
    !(has('ffmpeg') && has('ffprobe')) && 'ffmpeg',
    // To make and to check HEIC and camera raw.
    !has('heif-enc') && 'libheif-examples',
    !has('dcraw_emu') && 'libraw-bin',
    // To check prints by other readers than those they are made with.
    !has('mediainfo') && 'mediainfo',
    !has('vpxdec') && 'vpx-tools',
    !has('webpmux') && 'webp',
    !has('flac') && 'flac',
    // To check where sounds begin and how fast music goes.
    !has('aubioonset') && 'aubio-tools',
  ].filter(Boolean);
  if (missing.length === 0) return;
  const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  if (process.getuid?.() !== 0 || !has('apt-get')) {
    console.error(`The tests need ${missing.join(', ')}. Install them first: sudo ${command}`);
    process.exit(1);
  }
  console.log(`Installing ${missing.join(', ')} …`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  try {
    execFileSync('apt-get', ['update', '-qq'], { stdio: 'ignore', env });
    execFileSync('sh', ['-c', `${command} >/dev/null 2>&1`], { stdio: 'inherit', env });
  } catch {
    console.error(`${missing.join(', ')} could not be installed. Try by hand: ${command}`);
    process.exit(1);
  }
}
