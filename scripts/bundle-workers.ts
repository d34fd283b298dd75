import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, statSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { builtinModules } from 'node:module';
import { basename, dirname, extname, join, parse, resolve } from 'node:path';
import { build, type Plugin as EsbuildPlugin } from 'esbuild';
import type { Plugin } from 'vite';

/** `new Worker(new URL('./x.worker.ts', import.meta.url)`, and addresses of other files beside a module. */
const ADDRESS = /(new Worker\(\s*)?new URL\(\s*(['"`])([^'"`$]+)\2\s*,\s*import\.meta\.url\s*,?\s*\)/g;
const WORKER_FILE = /\.(worker|worklet)\.ts$/;
const WORKLET_IMPORT = '?worker&url';
/** Prefix of the module that such an import becomes; it has no query, since Vite's own plugin goes by that. */
const WORKLET_ADDRESS = '\0worklet-address:';
const ASSET_IMPORT = /\?url$/;

/** Files by their names in one flat folder, and the folder's name, which changes with their contents. */
interface WorkerFiles {
  readonly folder: string;
  readonly files: ReadonlyMap<string, Uint8Array>;
}

const isFile = (path: string): boolean => statSync(path, { throwIfNoEntry: false })?.isFile() ?? false;
const sha256 = (...contents: readonly (string | Uint8Array)[]): string =>
  contents
    .reduce((hash, each) => hash.update(each), createHash('sha256'))
    .digest('hex')
    .slice(0, 10);

/** Name of a built entry: `mend.worker.js` of `mend.worker.ts`; a package's own worker goes by its package too. */
function entryName(path: string): string {
  const [, fromPackage] = /.*node_modules\/((?:@[^/]+\/)?[^/]+)\//.exec(path) ?? [];
  return [...(fromPackage ? [fromPackage.replace(/\W/g, '-')] : []), `${parse(path).name}.js`].join('.');
}

/** Points addresses of workers at the built entries, and addresses and `?url` imports of other files at copies of them. */
function rewriteAddresses(entries: Set<string>, assets: Map<string, Uint8Array>): EsbuildPlugin {
  const copied = (path: string): string => {
    const contents = readFileSync(path);
    const { name, ext } = parse(path);
    const copy = `${name}-${sha256(contents)}${ext}`;
    assets.set(copy, contents);
    return copy;
  };
  return {
    name: 'rewrite-addresses',
    setup(builder) {
      builder.onResolve({ filter: ASSET_IMPORT }, async ({ path, resolveDir, kind }) => {
        const found = await builder.resolve(path.replace(ASSET_IMPORT, ''), { resolveDir, kind });
        return { ...found, namespace: 'asset' };
      });
      builder.onLoad({ filter: /./, namespace: 'asset' }, ({ path }) => ({
        contents: `export default new URL(${JSON.stringify(`./${copied(path)}`)}, import.meta.url).href;`,
      }));
      builder.onLoad({ filter: /\.m?[jt]s$/ }, async ({ path }) => {
        const code = await readFile(path, 'utf8');
        if (!code.includes('import.meta.url')) return undefined;
        const contents = code.replace(
          ADDRESS,
          (whole: string, isWorker: string | undefined, _, name: string) => {
            const target = resolve(dirname(path), name);
            if (!isFile(target)) return whole;
            if (isWorker) entries.add(target);
            const built = isWorker ? entryName(target) : copied(target);
            return `${isWorker ?? ''}new URL(${JSON.stringify(`./${built}`)}, import.meta.url)`;
          },
        );
        return { contents, loader: extname(path) === '.ts' ? 'ts' : 'js', resolveDir: dirname(path) };
      });
    },
  };
}

/**
 * All workers and worklets under `source`, and the workers that these start, bundled together.
 * @throws esbuild's own errors, which name file and line.
 */
export async function bundleWorkers(source: string): Promise<WorkerFiles> {
  const entries = new Set(
    readdirSync(source, { recursive: true, encoding: 'utf8' })
      .filter((name) => WORKER_FILE.test(name))
      .map((name) => resolve(source, name)),
  );
  const files = new Map<string, Uint8Array>();
  // A package's own worker is known once the code that starts it has been read: then all are bundled once more.
  for (let known = 0; known !== entries.size;) {
    known = entries.size;
    files.clear();
    const { outputFiles } = await build({
      entryPoints: [...entries].map((path) => ({ in: path, out: parse(entryName(path)).name })),
      outdir: resolve('.cache/workers'),
      write: false,
      bundle: true,
      splitting: true,
      minify: true,
      format: 'esm',
      target: 'es2022',
      chunkNames: 'shared-[hash]',
      legalComments: 'none',
      logLevel: 'error',
      // Packages ask for these in Node only.
      external: builtinModules.flatMap((name) => [name, `node:${name}`]),
      define: { 'process.env.NODE_ENV': '"production"' },
      plugins: [rewriteAddresses(entries, files)],
    });
    for (const { path, contents } of outputFiles) files.set(basename(path), contents);
  }
  const names = [...entries].map(entryName);
  if (new Set(names).size !== names.length)
    throw new Error(`Two workers have one name: ${names.join(', ')}.`);
  return { folder: `workers.${sha256(...[...files].sort(([a], [b]) => (a < b ? -1 : 1)).flat())}`, files };
}

/**
 * Vite plugin for builds: bundles workers and worklets of `source` in one esbuild pass with shared chunks, and points
 * `new Worker(new URL('./x.worker.ts', import.meta.url))` and imports of `x.worklet?worker&url` at them. Vite alone bundles
 * each by itself, with its own copy of what they share. `vite dev` does not use it.
 */
export function workersInOnePass(source: string): Plugin {
  let bundling: Promise<WorkerFiles> | undefined;
  let base = '/';
  let assetsDir = '_astro';
  const bundle = (): Promise<WorkerFiles> => (bundling ??= bundleWorkers(source));
  const addressOf = async (path: string): Promise<string> => {
    const { folder, files } = await bundle();
    const name = entryName(path);
    if (!files.has(name))
      throw new Error(`${path} is no worker of ${source}: its name has to end in .worker.ts.`);
    return JSON.stringify(`${base}${assetsDir}/${folder}/${name}`);
  };
  return {
    name: 'workers-in-one-pass',
    apply: 'build',
    enforce: 'pre',
    configResolved(config) {
      ({ base } = config);
      ({ assetsDir } = config.build);
    },
    resolveId(id, importer) {
      if (!id.endsWith(WORKLET_IMPORT) || !importer) return null;
      return `${WORKLET_ADDRESS}${resolve(dirname(importer), id.slice(0, -WORKLET_IMPORT.length))}.ts`;
    },
    async load(id) {
      if (!id.startsWith(WORKLET_ADDRESS)) return null;
      return `export default ${await addressOf(id.slice(WORKLET_ADDRESS.length))};`;
    },
    async transform(code, id) {
      const path = id.split('?')[0] ?? id;
      if (!path.startsWith(resolve(source)) || !code.includes('new Worker(')) return null;
      const starts = [...code.matchAll(ADDRESS)].filter(([, isWorker]) => isWorker);
      const addresses = await Promise.all(
        starts.map((found) => addressOf(resolve(dirname(path), found[3] ?? ''))),
      );
      let next = 0;
      const rewritten = code.replace(ADDRESS, (whole: string, isWorker: string | undefined) =>
        isWorker ? `${isWorker}${addresses[next++] ?? ''}` : whole,
      );
      return { code: rewritten, map: null };
    },
    async generateBundle() {
      if (this.environment.config.consumer !== 'client') return;
      const { folder, files } = await bundle();
      for (const [name, contents] of files)
        this.emitFile({ type: 'asset', fileName: join(assetsDir, folder, name), source: contents });
    },
  };
}
