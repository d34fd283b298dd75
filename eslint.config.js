import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  {
    ignores: [
      'dist',
      '.astro',
      '.cache',
      'node_modules',
      'src/core/assembly',
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
      '@typescript-eslint/no-unsafe-enum-comparison': 'off',
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
  { files: ['**/*.js', '**/*.cjs', '**/*.mjs'], extends: [tseslint.configs.disableTypeChecked] },
);
