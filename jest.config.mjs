/** Threads and processes that tests start run the sources, as the tests do: nothing has to be built before. */
process.env.FAIR_COPY_LOADER ??= new URL('test/source/register.mjs', import.meta.url).href;

/** Unit tests lie beside what they test; checks against outside sources lie in test/conformance. */
export default {
  testEnvironment: 'node',
  globalSetup: '<rootDir>/test/build.setup.mjs',
  setupFiles: ['<rootDir>/test/fast-check.setup.ts'],
  extensionsToTreatAsEsm: ['.ts'],
  testMatch: ['<rootDir>/packages/*/src/**/*.test.ts', '<rootDir>/test/**/*.test.ts'],
  moduleNameMapper: {
    '^@fair-copy/([a-z]+)/(.*)\\.js$': '<rootDir>/packages/$1/src/$2',
    '^(\\.{1,2}/.*)\\.js$': '$1',
  },
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'es6' } },
    ],
  },
  testTimeout: 180000,
};
