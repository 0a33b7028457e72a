import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import svelte from 'eslint-plugin-svelte';
import globals from 'globals';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['dist', 'target', 'node_modules', 'src/api/schema.d.ts'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  ...svelte.configs.recommended,
  prettier,
  ...svelte.configs.prettier,
  { languageOptions: { globals: { ...globals.browser, ...globals.node } } },
  {
    files: ['src/**/*.svelte'],
    rules: {
      'svelte/no-restricted-html-elements': [
        'error',
        {
          elements: ['button', 'input', 'select', 'textarea', 'dialog', 'table', 'progress'],
          message: 'take the component of the library (flowbite-svelte), dressed by src/lib/theme.ts',
        },
      ],
    },
  },
  {
    // inside of components the types of other components' events are not known to it
    files: ['src/**/*.ts', 'tests/**/*.ts'],
    extends: [ts.configs.recommendedTypeCheckedOnly],
    languageOptions: { parserOptions: { project: './tsconfig.json', extraFileExtensions: ['.svelte'] } },
  },
  {
    // tests say which element they found, and stand in for what belongs to the browser
    files: ['tests/**/*.ts'],
    rules: {
      '@typescript-eslint/no-unnecessary-type-assertion': 'off',
      '@typescript-eslint/unbound-method': 'off',
      '@typescript-eslint/require-await': 'off',
    },
  },
  {
    files: ['**/*.svelte', '**/*.svelte.ts'],
    languageOptions: { parserOptions: { parser: ts.parser, extraFileExtensions: ['.svelte'] } },
  },
);
