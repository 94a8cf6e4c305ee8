export default {
  testEnvironment: 'node',
  // a machine that is busy is slow; nothing is tested by the clock
  testTimeout: 60000,
  setupFiles: ['<rootDir>/scripts/test-seed.mjs'],
  roots: ['<rootDir>/core', '<rootDir>/app', '<rootDir>/cli', '<rootDir>/demo'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: {
    '^.+\\.tsx?$': [
      '<rootDir>/scripts/test-transform.mjs',
      {
        jsc: {
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
          target: 'es2022',
        },
        module: { type: 'es6' },
      },
    ],
  },
  moduleNameMapper: {
    '^~core/(.*)$': '<rootDir>/core/$1',
    '^~app/(.*)$': '<rootDir>/app/$1',
    '^~demo/(.*)$': '<rootDir>/demo/$1',
  },
};
