/**
 * The arrows of docs/architecture.md, over one reading of all imports: the rules of `.dependency-cruiser.cjs`, and that in the
 * core and the engine no folder imports another that imports it back, types included. Tests may look wherever they like.
 */
import { dirname } from 'node:path';
import { cruise, type ICruiseResult } from 'dependency-cruiser';
import extractDepcruiseOptions from 'dependency-cruiser/config-utl/extract-depcruise-options';
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config';

const SOURCES = ['src', 'demo', 'scripts', 'e2e', 'bench'];
const LAYERED = /^src\/(core|engine)\//;
const IS_TEST = /\.test\.ts$/;

/** The folders in which two files lie apart, side by side; undefined where one of them lies above the other. */
function foldersApart(one: string, other: string): readonly [string, string] | undefined {
  const [here, there] = [dirname(one).split('/'), dirname(other).split('/')];
  const at = here.findIndex((name, i) => name !== there[i]);
  if (at < 0 || there[at] === undefined) return undefined;
  return [here.slice(0, at + 1).join('/'), there.slice(0, at + 1).join('/')];
}

/** Folders that each folder imports from, of those that lie beside it; with all that lies in them. */
function folderImports({ modules }: ICruiseResult): Map<string, Set<string>> {
  const imports = new Map<string, Set<string>>();
  for (const { source, dependencies } of modules) {
    if (!LAYERED.test(source) || IS_TEST.test(source)) continue;
    for (const { resolved } of dependencies) {
      const [from, to] = (LAYERED.test(resolved) && foldersApart(source, resolved)) || [];
      if (from && to) imports.set(from, (imports.get(from) ?? new Set()).add(to));
    }
  }
  return imports;
}

/** A way from a folder back to itself over the folders that import each other; undefined where there is none. */
function circleFrom(
  start: string,
  imports: ReadonlyMap<string, ReadonlySet<string>>,
): readonly string[] | undefined {
  const ways: (readonly string[])[] = [[start]];
  const seen = new Set<string>();
  for (let way = ways.shift(); way; way = ways.shift()) {
    for (const next of imports.get(way.at(-1) ?? start) ?? []) {
      if (next === start) return [...way, start];
      if (seen.has(next)) continue;
      seen.add(next);
      ways.push([...way, next]);
    }
  }
  return undefined;
}

const options = await extractDepcruiseOptions('./.dependency-cruiser.cjs');
const { output } = await cruise(SOURCES, { ...options, validate: true }, undefined, {
  tsConfig: extractTSConfig('tsconfig.json'),
});
if (typeof output === 'string') throw new Error('The imports were not read.');
const broken = output.summary.violations.map(({ rule, from, to }) => `${rule.name}: ${from} → ${to}`);
const imports = folderImports(output);
const circles = [...imports.keys()].flatMap((folder) => circleFrom(folder, imports)?.join(' → ') ?? []);
const problems = [...broken, ...circles.map((way) => `no-circles-of-folders: ${way}`)];
if (problems.length > 0) {
  console.error(problems.join('\n'));
  process.exit(1);
}
console.log(
  `${output.summary.totalCruised} modules, ${output.summary.totalDependenciesCruised ?? 0} imports`,
);
