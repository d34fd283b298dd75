/** How many cases of a property are tried: fewer in `npm test`, all of them in `npm run test:long`. */
export const runs = (usual: number, long: number): number => (process.env['KERMIS_LONG'] ? long : usual);
