import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

/** What a folder may not reach for, with the reason. */
const forbid = (files, group, message) => ({
  files,
  rules: { 'no-restricted-imports': ['error', { patterns: [{ group, message }] }] },
});

const features = ['align', 'concordance', 'holdings', 'intake', 'inspect', 'ledger', 'memory', 'termbase'];
const webFeatureRules = features.map((feature) =>
  forbid(
    [`packages/web/src/features/${feature}/**/*.{ts,tsx}`],
    [
      ...features
        .filter((other) => other !== feature)
        .flatMap((other) => [`../${other}/**`, `**/features/${other}/**`]),
      '**/app/**',
      '@fair-copy/server/*',
      '@fair-copy/files/*',
    ],
    'Features of the web do not import one another, the frame or the server: share through parts/, ui/ or api/.',
  ),
);

export default ts.config(
  {
    ignores: [
      '**/dist/**',
      '**/dist-types/**',
      'node_modules/**',
      '.data/**',
      'bench/out/**',
      'playwright-report/**',
      'test-results/**',
    ],
  },
  js.configs.recommended,
  ...ts.configs.strict,
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      'no-control-regex': 'off',
      'no-misleading-character-class': 'off',
      'no-unexpected-multiline': 'off', // Prettier's own layout; it never changes what a line means.
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  forbid(
    ['packages/core/src/**/*.ts'],
    ['node:*', 'fs', 'path', 'stream', 'zlib', 'crypto', 'os', 'url', '@fair-copy/*', 'react', 'fastify'],
    'The core knows neither Node nor the browser nor our other packages.',
  ),
  forbid(
    ['packages/files/src/**/*.ts'],
    ['@fair-copy/server/*', '@fair-copy/web/*', '@fair-copy/cli/*'],
    'files builds on the core only.',
  ),
  forbid(
    ['packages/cli/src/**/*.ts'],
    ['@fair-copy/server/*', '!@fair-copy/server/upkeep', '@fair-copy/web/*'],
    'The command line builds on core and files, and on what the server knows of backups.',
  ),
  forbid(
    ['packages/server/src/**/*.ts'],
    ['@fair-copy/web/*', '@fair-copy/cli/*'],
    'The server does not know the web or the command line.',
  ),
  forbid(
    ['packages/web/src/ui/**/*.{ts,tsx}'],
    ['**/features/**', '**/app/**', '**/api/**'],
    'ui/ has looks without knowledge of the domain.',
  ),
  forbid(
    ['packages/web/src/parts/**/*.{ts,tsx}'],
    ['**/features/**', '**/app/**'],
    'parts/ has what several features share.',
  ),
  forbid(['packages/web/src/api/**/*.ts'], ['**/features/**', '**/app/**'], 'api/ has calls and types only.'),
  ...webFeatureRules,
  {
    files: ['packages/web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  { files: ['**/*.test.ts', 'test/**/*.ts', 'e2e/**/*.ts'], rules: { 'no-restricted-imports': 'off' } },
  {
    files: ['**/*.{js,mjs}'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        URL: 'readonly',
        fetch: 'readonly',
        Blob: 'readonly',
        setTimeout: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        performance: 'readonly',
        Buffer: 'readonly',
      },
    },
  },
);
