import { execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdir, mkdtemp, rename, rm, symlink, utimes, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterEach, beforeEach, expect, test } from 'vitest';
import { WatchedFolder } from './watched-folder';

let root: string;
let folder: string;
const at = (name: string): string => join(folder, name);

beforeEach(async () => {
  root = await mkdtemp(join(tmpdir(), 'kermis-watched-'));
  folder = join(root, 'Card');
  await mkdir(folder);
  await writeFile(join(root, 'secret.txt'), 'secret');
});
afterEach(() => rm(root, { recursive: true, force: true }));

const nothing = (): undefined => undefined;

/** What is handed over by a number; undefined where nothing is. */
async function handedOver(watched: WatchedFolder, id: number): Promise<string | undefined> {
  const opened = await watched.open(id);
  if (!opened) return undefined;
  try {
    return await opened.file.readFile('utf8');
  } finally {
    await opened.file.close();
  }
}

test('plain files are told of, the newest first, and handed over; no link, pipe, folder or hidden file is', async () => {
  for (const [i, name] of ['A.JPG', 'B.JPG', 'C.JPG', '.hidden'].entries()) {
    await writeFile(at(name), name);
    await utimes(at(name), i, i);
  }
  await mkdir(at('more'));
  await symlink(join(root, 'secret.txt'), at('link.JPG'));
  execFileSync('mkfifo', [at('pipe.JPG')]);
  const watched = new WatchedFolder(folder, 2);
  const { name, files, older } = await watched.list();
  expect([name, files.map((file) => file.name), older]).toEqual(['Card', ['C.JPG', 'B.JPG'], 1]);
  expect(await handedOver(watched, files[0]?.id ?? -1)).toBe('C.JPG');
  expect(await watched.open(7)).toBeUndefined();
});

test('what comes in the place of a file that was told of is not handed over, nor waited for', async () => {
  const swaps: readonly ((name: string) => unknown)[] = [
    (name) => symlink(join(root, 'secret.txt'), at(name)),
    (name) => execFileSync('mkfifo', [at(name)]),
    (name) => mkdir(at(name)),
    nothing,
  ];
  const watched = new WatchedFolder(folder);
  for (const [i, swap] of swaps.entries()) {
    const name = `${String(i)}.JPG`;
    await writeFile(at(name), 'photo');
    const id = (await watched.list()).files.find((file) => file.name === name)?.id ?? -1;
    expect(await handedOver(watched, id)).toBe('photo');
    await rm(at(name));
    await swap(name);
    expect(await watched.open(id)).toBeUndefined();
    await rm(at(name), { recursive: true, force: true });
  }
});

/** Swaps a file and a link without end; after every 40 swaps the file stays for 3 ms. */
const SWAP = `
  const fs = require('node:fs');
  const [file, target] = process.argv.slice(1);
  console.log('begun');
  const rest = new Int32Array(new SharedArrayBuffer(4));
  for (let round = 1; ; round++) {
    fs.symlinkSync(target, file + '.next');
    fs.renameSync(file + '.next', file);
    fs.writeFileSync(file + '.next', 'photo');
    fs.renameSync(file + '.next', file);
    if (round % 40 === 0) Atomics.wait(rest, 0, 0, 3);
  }`;

test('while a file and a link change places nothing from outside is handed over', async () => {
  await writeFile(at('A.JPG'), 'photo');
  const watched = new WatchedFolder(folder);
  const id = (await watched.list()).files[0]?.id ?? -1;
  const swapping = spawn(process.execPath, ['-e', SWAP, at('A.JPG'), join(root, 'secret.txt')]);
  await once(swapping.stdout, 'data');
  const got = new Set<string | undefined>();
  for (let i = 0; i < 1000 || !got.has('photo'); i++) got.add(await handedOver(watched, id));
  swapping.kill();
  await once(swapping, 'close');
  got.delete(undefined);
  expect([...got]).toEqual(['photo']);
});

test('another folder in its place, or a link to one, is not looked into', async () => {
  await writeFile(at('secret.txt'), 'photo');
  const watched = new WatchedFolder(folder);
  const id = (await watched.list()).files[0]?.id ?? -1;
  await rename(folder, join(root, 'aside'));
  await symlink(root, folder);
  await expect(watched.list()).rejects.toThrow();
  expect(await watched.open(id)).toBeUndefined();
  await rm(folder);
  await rename(join(root, 'aside'), folder);
  expect(await handedOver(watched, id)).toBe('photo');
});
