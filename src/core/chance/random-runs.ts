/** The number of runs of a property test: `usual` in `npm test`, `long` in `npm run test:long`. */
export const runs = (usual: number, long: number): number => (process.env['KERMIS_LONG'] ? long : usual);
