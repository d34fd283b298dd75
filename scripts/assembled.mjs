// Plain JavaScript: the compiler's own types redeclare those of the language for all that imports them.
import asc from 'assemblyscript/asc';
import { readFile } from 'node:fs/promises';

/** The text of the module that holds the built vector code. */
export async function assemble() {
  const source = await readFile('src/core/picture/assembly/frame.ts', 'utf8');
  let binary;
  const { error, stderr } = await asc.main(
    ['frame.ts', '--outFile', 'frame.wasm', '--runtime', 'stub', '--enable', 'simd', '-O3', '--noAssert'],
    {
      readFile: (name) => (name === 'frame.ts' ? source : null),
      writeFile: (name, contents) => {
        if (name === 'frame.wasm') binary = contents;
      },
      listFiles: () => [],
    },
  );
  if (error || !binary)
    throw new Error(`The vector code does not build: ${stderr.toString()}`, { cause: error });
  const lines =
    Buffer.from(binary)
      .toString('base64')
      .match(/.{1,100}/g) ?? [];
  return [
    '/** Built from assembly/frame.ts by `npm run assemble`; the tests check that it is current. */',
    'export const FRAME_BINARY =',
    `${lines.map((line) => `  '${line}'`).join(' +\n')};`,
    '',
  ].join('\n');
}
