/**
 * `npm run assemble`: builds the vector code of the core into modules that need no fetching.
 * Run it after a change of src/core/assembly.
 */
import { writeFile } from 'node:fs/promises';
import { ASSEMBLIES, assemble } from './assembled.mjs';

for (const assembly of ASSEMBLIES) {
  await writeFile(assembly.target, await assemble(assembly));
  console.log(`${assembly.target} written`);
}
