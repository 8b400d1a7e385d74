export default {
  // A machine under load is slow; what hangs is still found.
  testTimeout: 60_000,
  // As many as there are cores: the one that Jest leaves free is idle here.
  maxWorkers: '100%',
  testMatch: ['<rootDir>/{core,server,cli,web,scripts}/**/*.test.ts'],
  transform: {
    '^.+\\.tsx?$': [
      '@swc/jest',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true, decorators: true },
          transform: { legacyDecorator: true, useDefineForClassFields: false },
          target: 'es2022',
        },
      },
    ],
    // Packages that ship only ES modules.
    '^.+\\.m?js$': ['@swc/jest', { jsc: { target: 'es2022' }, module: { type: 'commonjs' } }],
  },
  transformIgnorePatterns: ['node_modules/(?!(pure-rand|ulid|@stdlib|simple-statistics|immer)/)'],
  moduleNameMapper: { '^@hearty/core$': '<rootDir>/core/index.ts' },
  testEnvironment: 'node',
};
