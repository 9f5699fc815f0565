import boundaries from 'eslint-plugin-boundaries';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** A part from which nothing of the others may be imported. */
const closed = (from, others, message) => ({
  from: { element: { type: from } },
  disallow: others.map((type) => ({ to: { element: { type } } })),
  message,
});

export default tseslint.config(
  { ignores: ['**/dist/**', 'node_modules/**', 'data/**', '.cache/**', 'test-results/**'] },
  {
    files: ['**/*.{ts,tsx}'],
    extends: [tseslint.configs.recommendedTypeChecked],
    languageOptions: { parserOptions: { project: './tsconfig.json', tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/require-await': 'off',
      '@typescript-eslint/only-throw-error': 'off',
      '@typescript-eslint/unbound-method': 'off',
      // A case that is not thought of does not pass: where the rest is treated alike, a default says so.
      '@typescript-eslint/switch-exhaustiveness-check': ['error', { considerDefaultExhaustiveForUnions: true }],
      'no-restricted-syntax': [
        'error',
        { selector: 'ObjectExpression > SpreadElement > ObjectExpression', message: 'Write the properties in the object itself.' },
      ],
    },
  },
  {
    files: ['apps/web/**/*.{ts,tsx}'],
    extends: [jsxA11y.flatConfigs.recommended],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      // A row that opens on a click is also opened by its link, and by j, k and Enter.
      // The first field of a leaf that was just opened.
      'jsx-a11y/no-autofocus': 'off',
      // Our own fields inside a label.
      'jsx-a11y/label-has-associated-control': ['error', { controlComponents: ['FileInput', 'ChoiceInput'], depth: 3 }],
      // What is wider than its place is scrolled by keys as well.
      'jsx-a11y/no-noninteractive-tabindex': ['error', { roles: ['region'], tags: [] }],
      'jsx-a11y/click-events-have-key-events': 'off',
      'jsx-a11y/no-noninteractive-element-interactions': 'off',
      'jsx-a11y/no-static-element-interactions': 'off',
      'react-hooks/refs': 'off',
      'react-hooks/set-state-in-effect': 'off',
      'react-hooks/incompatible-library': 'off',
    },
  },
  {
    // Pages and forms are made of parts that are understood by themselves.
    files: ['apps/web/src/**/*.tsx'],
    ignores: ['**/*.test.tsx'],
    rules: { 'max-lines': ['error', 200], complexity: ['error', 20] },
  },
  {
    // SQL stands in queries, in what a service writes, and in parts that an area brings to the statements of others.
    files: ['apps/server/src/areas/**/*.ts'],
    ignores: ['**/*.queries.ts', '**/*.service.ts', '**/*.tables.ts', '**/*-sql.ts', '**/*-fields.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { paths: [{ name: 'drizzle-orm', importNames: ['sql'], message: 'Statements stand in *.queries.ts, *.service.ts or *-sql.ts.' }] },
      ],
    },
  },
  {
    // What supertest gives back is untyped; each test says what it expects of it.
    files: ['apps/server/test/**/*.ts'],
    rules: { '@typescript-eslint/no-unsafe-argument': 'off', '@typescript-eslint/no-unsafe-assignment': 'off' },
  },
  {
    files: ['packages/**/*.ts', 'apps/**/*.{ts,tsx}', 'demo/**/*.ts'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { typescript: { project: './tsconfig.json' } },
      'boundaries/elements': [
        { type: 'core', pattern: 'packages/core' },
        { type: 'contract', pattern: 'packages/contract' },
        { type: 'platform', pattern: 'apps/server/src/platform' },
        { type: 'stand-ins', pattern: 'apps/server/src/stand-ins' },
        { type: 'area', pattern: 'apps/server/src/areas/*', capture: ['area'] },
        { type: 'web', pattern: 'apps/web' },
        { type: 'demo', pattern: 'demo' },
      ],
    },
    rules: {
      'boundaries/dependencies': [
        'error',
        {
          default: 'allow',
          policies: [
            closed('core', ['contract', 'platform', 'area', 'stand-ins', 'web', 'demo'], 'The core imports nothing of ours'),
            closed('contract', ['platform', 'area', 'stand-ins', 'web', 'demo'], 'The contract stands on the core alone'),
            closed('platform', ['area', 'stand-ins', 'web', 'demo'], 'The platform knows no area'),
            closed('web', ['platform', 'area', 'stand-ins', 'demo'], 'The web knows the server by the contract alone'),
          ],
        },
      ],
    },
  },
);
