const { options } = require('./.dependency-cruiser.cjs');

/** By folder: none imports another that imports it back, types included. Tests may look wherever they like. */
module.exports = {
  forbidden: [
    {
      name: 'no-circles-of-folders',
      severity: 'error',
      scope: 'folder',
      from: { path: '^src/(core|engine)/' },
      to: { circular: true },
    },
  ],
  options: { ...options, exclude: { path: '(\\.(css|astro)$|\\.test\\.ts$)' } },
};
