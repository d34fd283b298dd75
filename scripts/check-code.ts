/**
 * Types, types of the core, and lint, over one type program: most of what both cost is finding out the types. Kept in
 * `.cache/checks`, by content: only what changed, and what depends on it, is looked at again, and all of it once a day, since
 * ESLint does not know that types of one file may change what is wrong in another.
 */
import { mkdirSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ESLint } from 'eslint';
import { parser } from 'typescript-eslint';
import ts from 'typescript';

/** The parser as it is: its type leaves its options out. */
interface ParserWithOptions {
  readonly parseForESLint: (code: string, options: object) => unknown;
}

const CACHE = '.cache/checks';
const today = new Date().toISOString().slice(0, 10);

/** A type program of a tsconfig, kept in the cache; exits the process where the tsconfig cannot be read. */
function openProgram(config: string): ts.EmitAndSemanticDiagnosticsBuilderProgram {
  const host: ts.ParseConfigFileHost = {
    ...ts.sys,
    onUnRecoverableConfigFileDiagnostic: (problem) => {
      console.error(ts.formatDiagnostic(problem, formatHost));
      process.exit(1);
    },
  };
  const tsBuildInfoFile = join(CACHE, `${config}.${today}.tsbuildinfo`);
  const parsed = ts.getParsedCommandLineOfConfigFile(config, { incremental: true, tsBuildInfoFile }, host);
  if (!parsed) throw new Error(`${config} cannot be read.`);
  return ts.createIncrementalProgram({
    rootNames: parsed.fileNames,
    options: parsed.options,
    configFileParsingDiagnostics: parsed.errors,
    createProgram: ts.createEmitAndSemanticDiagnosticsBuilderProgram,
  });
}

const formatHost: ts.FormatDiagnosticsHost = {
  getCanonicalFileName: (name) => name,
  getCurrentDirectory: () => process.cwd(),
  getNewLine: () => '\n',
};

/** Type errors of a program as text; empty if there are none. */
function typeProblems(program: ts.EmitAndSemanticDiagnosticsBuilderProgram): string {
  const problems = [
    ...program.getConfigFileParsingDiagnostics(),
    ...program.getOptionsDiagnostics(),
    ...program.getSyntacticDiagnostics(),
    ...program.getGlobalDiagnostics(),
    ...program.getSemanticDiagnostics(),
  ];
  // Writes what is known of each file for the next time, and nothing else: `noEmit`.
  program.emit();
  return ts.formatDiagnostics(problems, formatHost);
}

/** ESLint's findings as text; empty if there are none. Types are taken from `program`. */
async function lintProblems(program: ts.Program): Promise<string> {
  const withProgram = {
    ...parser,
    // A parser is known to ESLint's cache by its name.
    meta: { name: 'typescript-eslint-with-program', version: today },
    parseForESLint: (code: string, options: object) =>
      (parser as ParserWithOptions).parseForESLint(code, {
        ...options,
        projectService: false,
        programs: [program],
      }),
  };
  const eslint = new ESLint({
    cache: true,
    cacheStrategy: 'content',
    cacheLocation: join(CACHE, `eslint.${today}`),
    overrideConfig: [{ files: ['**/*.ts', '**/*.tsx'], languageOptions: { parser: withProgram } }],
  });
  const results = await eslint.lintFiles(['.']);
  const formatter = await eslint.loadFormatter('stylish');
  return formatter.format(results);
}

mkdirSync(CACHE, { recursive: true });
for (const name of readdirSync(CACHE))
  if (!name.includes(today)) rmSync(join(CACHE, name), { recursive: true });

const whole = openProgram('tsconfig.json');
const found = [
  typeProblems(whole),
  typeProblems(openProgram('tsconfig.core.json')),
  await lintProblems(whole.getProgram()),
].join('');
if (found) {
  console.error(found);
  process.exit(1);
}
