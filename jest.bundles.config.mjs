/** Jest over the bundles that scripts/bundle-tests.mjs writes. */
export default {
  rootDir: 'test-results/unit',
  // A machine under load is slow; what hangs is still found.
  testTimeout: 60_000,
  maxWorkers: '100%',
  testMatch: ['<rootDir>/*.test.js'],
  transform: {},
  testEnvironment: 'node',
};
