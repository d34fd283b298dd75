// Plain JavaScript: the compiler's own types redeclare those of the language for all that imports them.
import asc from 'assemblyscript/asc';
import { readFile } from 'node:fs/promises';

/** What is built: the source in src/core/assembly, the module and the constant that it becomes. */
export const ASSEMBLIES = [
  { source: 'frame', target: 'src/core/picture/frame-binary.ts', constant: 'FRAME_BINARY' },
  { source: 'render', target: 'src/core/picture/render-binary.ts', constant: 'RENDER_BINARY' },
  { source: 'peaks', target: 'src/core/sound/peaks-binary.ts', constant: 'PEAKS_BINARY' },
  { source: 'true-peaks', target: 'src/core/sound/true-peaks-binary.ts', constant: 'TRUE_PEAKS_BINARY' },
  { source: 'jpeg', target: 'src/core/picture/jpeg/jpeg-binary.ts', constant: 'JPEG_BINARY' },
];

/** The text of the module that holds the built vector code. */
export async function assemble({ source: name, constant }) {
  const folder = 'src/core/assembly';
  let binary;
  const { error, stderr } = await asc.main(
    [`${name}.ts`, '--outFile', 'code.wasm', '--runtime', 'stub', '--enable', 'simd', '-O3', '--noAssert'],
    {
      // It may be made of several; the compiler asks for those of its library in the same way.
      readFile: (file) => readFile(`${folder}/${file}`, 'utf8').catch(() => null),
      writeFile: (file, contents) => {
        if (file === 'code.wasm') binary = contents;
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
    `/** Built from ${folder}/${name}.ts by \`npm run assemble\`; the tests check that it is current. */`,
    `export const ${constant} =`,
    `${lines.map((line) => `  '${line}'`).join(' +\n')};`,
    '',
  ].join('\n');
}
