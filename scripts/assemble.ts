/**
 * `npm run assemble`: builds the vector code of the picture core into a module that needs no fetching:
 * src/core/picture/frame-binary.ts. Run it after a change of src/core/picture/assembly.
 */
import { writeFile } from 'node:fs/promises';
import { assemble } from './assembled.mjs';

const target = 'src/core/picture/frame-binary.ts';
await writeFile(target, await assemble());
console.log(`${target} written`);
