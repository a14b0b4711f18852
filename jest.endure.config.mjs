/** `npm run endure`: what takes too long for every day. Prints its figures; fails like any test. */
import config from './jest.config.mjs';

export default { ...config, testMatch: ['<rootDir>/test/endure/*.endure.ts'], verbose: true };
