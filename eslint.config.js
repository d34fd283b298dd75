import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';

/** What is there in a browser, in its workers and in Node alike, and what the core may use of that. */
const EVERYWHERE = new Set(['WebAssembly', 'TextEncoder', 'AbortSignal', 'atob', 'btoa', 'structuredClone']);
const SOMEWHERE = [globals.browser, globals.worker, globals.node].flatMap((each) => Object.keys(each));
const NOT_IN_CORE = [...new Set(SOMEWHERE)].filter(
  (name) => !(name in globals.builtin) && !EVERYWHERE.has(name),
);

export default tseslint.config(
  {
    ignores: [
      'dist',
      '.astro',
      '.cache',
      'node_modules',
      'src/core/assembly',
      'src/core-globals.d.ts',
      'src/core/picture/**/*-binary.ts',
    ],
  },
  tseslint.configs.strictTypeChecked,
  {
    languageOptions: {
      parserOptions: { projectService: { allowDefaultProject: ['*.js', '*.cjs', 'scripts/*.mjs'] } },
    },
    rules: {
      // Typed arrays and destructured fields are read where the bounds are known.
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': 'off',
      '@typescript-eslint/no-unnecessary-condition': ['error', { allowConstantLoopConditions: true }],
      // The code has no enums.
      '@typescript-eslint/no-unsafe-enum-comparison': 'off',
      '@typescript-eslint/no-unsafe-enum-assignment': 'off',
      // The compiler finds these (noUnusedLocals, noUnusedParameters).
      '@typescript-eslint/no-unused-vars': 'off',
      // All icons at once are 3,457 modules.
      '@typescript-eslint/no-restricted-imports': [
        'error',
        { paths: [{ name: 'lucide-react', message: 'Use lucide-react/icons/….', allowTypeImports: true }] },
      ],
    },
  },
  {
    files: ['**/*.tsx'],
    extends: [hooks.configs.flat.recommended, a11y.flatConfigs.recommended],
    rules: {
      // What scrolls must be reachable by key (axe: scrollable-region-focusable).
      'jsx-a11y/no-noninteractive-tabindex': ['error', { tags: ['ul'], roles: ['region'] }],
      // Keys are handled for the whole workbench in src/views/shell/keys.ts.
      'jsx-a11y/click-events-have-key-events': 'off',
      // The virtualiser is not memoised, and need not be.
      'react-hooks/incompatible-library': 'off',
    },
  },
  {
    files: ['src/core/**/*.ts'],
    ignores: ['src/core/**/*.test.ts', 'src/core/**/random-*.ts'],
    rules: { 'no-restricted-globals': ['error', ...NOT_IN_CORE] },
  },
  { files: ['**/*.js', '**/*.cjs', '**/*.mjs'], extends: [tseslint.configs.disableTypeChecked] },
  { files: ['**/*.cjs'], rules: { '@typescript-eslint/no-require-imports': 'off' } },
);
