/**
 * Threads that tests start run the sources, as the tests do: nothing has to be built before. Where it was built a moment
 * ago, they run that, which starts much sooner.
 */
if (!process.env.FAIR_COPY_BUILT)
  process.env.FAIR_COPY_LOADER ??= new URL('test/source/register.mjs', import.meta.url).href;

const transform = ({ tsx }) => [
  '@swc/jest',
  {
    jsc: {
      parser: { syntax: 'typescript', tsx },
      transform: { react: { runtime: 'automatic' } },
      target: 'es2022',
    },
    module: { type: 'es6' },
  },
];

/** Unit tests lie beside what they test; checks against outside sources lie in test/conformance. */
export default {
  testEnvironment: '<rootDir>/test/node-environment.mjs',
  globalSetup: '<rootDir>/test/build.setup.mjs',
  setupFiles: ['<rootDir>/test/fast-check.setup.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  testMatch: ['<rootDir>/packages/*/src/**/*.test.{ts,tsx}', '<rootDir>/test/**/*.test.ts'],
  moduleNameMapper: {
    '^@fair-copy/([a-z]+)/(.*)\\.js$': '<rootDir>/packages/$1/src/$2',
    '^(\\.{1,2}/.*)\\.js$': '$1',
  },
  transform: {
    '^.+\\.ts$': transform({ tsx: false }),
    '^.+\\.tsx$': transform({ tsx: true }),
  },
  testTimeout: 180000,
  // Many tests wait for servers that they start: one thread for each core, the first too.
  maxWorkers: '100%',
};
