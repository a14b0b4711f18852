import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import { readdirSync } from 'node:fs';
import ts from 'typescript-eslint';
import { layers } from './scripts/lint-layers.mjs';

/** What a folder may not reach for, with the reason. */
const forbid = (files, group, message) => ({
  files,
  rules: { 'no-restricted-imports': ['error', { patterns: [{ group, message }] }] },
});

/**
 * Folders of a package from the lowest up: each may reach for those before it, never for those behind. The same for files
 * beside the folders, which belong to the layer that is named.
 */
const LAYERS = {
  core: [
    'text',
    'language',
    'xml',
    'encoding',
    'segmentation',
    'sheet',
    'document',
    'termbase',
    'memory',
    'formats',
    'alignment',
    'intake',
    'harvest',
    'checks',
    'counts',
    'rehearsal',
  ],
  server: [
    'store',
    'security',
    'findings',
    'jobs',
    'ledger',
    'clients',
    'holdings',
    'termbases',
    'memories',
    'inspection',
    'hand-over',
    'merging',
    'two',
    'rehearsal',
    'term-merging',
    'intake',
    'alignments',
    'look-up',
    'pictures',
    'history',
    'running-work',
    'upkeep',
  ],
};
const layerRules = Object.entries(LAYERS).flatMap(([name, folders]) =>
  folders.map((folder, i) => ({
    files: [`packages/${name}/src/${folder}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    plugins: { layers },
    rules: { 'layers/downwards': ['error', { above: folders.slice(i + 1), folder }] },
  })),
);

const features = readdirSync(new URL('packages/web/src/features/', import.meta.url));
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
  // A longer one has its reason where the rule is switched off.
  {
    files: ['packages/*/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
      'max-lines': ['error', 400],
    },
  },
  // What a component shows reads from top to bottom as it stands on the screen, one attribute a line.
  {
    files: ['packages/web/src/**/*.tsx'],
    ignores: ['**/*.test.tsx'],
    rules: {
      'max-lines-per-function': ['error', { max: 100, skipBlankLines: true, skipComments: true }],
      'max-lines': ['error', 400],
    },
  },
  {
    files: ['packages/web/src/**/*.{ts,tsx}'],
    ignores: ['packages/web/src/ui/typefaces.ts', 'packages/web/src/fonts/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'Literal[value=/Source (Serif|Sans|Code)|Noto Sans|^(sans-)?serif$|^monospace$/]',
          message: 'Families of letters stand in ui/typefaces.ts, with all scripts behind them.',
        },
        {
          selector: 'JSXOpeningElement[name.name="Typography"] > JSXAttribute[name.name="color"] Literal[value=/[.]/]',
          message: 'This has no effect: names of colours of Typography are "textSecondary", "error", "success".',
        },
      ],
    },
  },
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
  ...layerRules,
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
