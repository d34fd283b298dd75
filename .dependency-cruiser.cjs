/** The arrows of docs/architecture.md: pages → views → state → engine → core, and no way back up. */
const upward = (from, layers) => ({
  name: `${from}-points-down`,
  severity: 'error',
  from: { path: `^src/${from}/` },
  to: { path: `^src/(${layers.join('|')})/` },
});

module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      severity: 'error',
      from: {},
      // What an `import()` closes is no circle when it is loaded.
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only', 'dynamic-import'] } },
    },
    {
      name: 'no-orphans',
      severity: 'error',
      from: {
        orphan: true,
        path: '^src/',
        pathNot: '(\\.d\\.ts|src/core/assembly/|\\.css|src/pages/|middleware\\.ts)',
      },
      to: {},
    },
    upward('core', ['engine', 'state', 'views', 'kit', 'pages']),
    upward('engine', ['state', 'views', 'kit', 'pages']),
    upward('state', ['views', 'kit', 'pages']),
    upward('views', ['pages']),
    {
      name: 'kit-knows-no-films',
      severity: 'error',
      from: { path: '^src/kit/' },
      to: { path: '^src/(?!kit/|core/time/)' },
    },
    {
      name: 'core-is-pure',
      comment: 'No DOM, React, Node or storage in the core; ESLint keeps the globals out.',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['core', 'npm'],
        pathNot:
          'node_modules/(joi|fflate|fft\\.js|webvtt-parser|@noble/hashes|perfect-freehand|d3-color|d3-contour|saxes|svgpath)/',
      },
    },
    {
      name: 'browser-is-not-server',
      severity: 'error',
      from: { path: '^src/engine/browser/' },
      to: { path: '^src/engine/server/' },
    },
    {
      name: 'no-test-in-code',
      severity: 'error',
      from: { path: '^src/', pathNot: '\\.test\\.ts$' },
      to: { path: '(\\.test\\.ts$|^e2e/|^bench/|^demo/(?!sounds/.*\\.wav|mended\\.json))' },
    },
    { name: 'resolves', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: '^astro:' } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    exclude: { path: '\\.(css|astro)$' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'types', 'default'],
      extensions: ['.ts', '.tsx', '.mjs', '.js'],
    },
  },
};
