import base from './jest.config.mjs';

export default {
  ...base,
  roots: ['<rootDir>/e2e'],
  testTimeout: 240000,
  maxWorkers: 1,
  moduleNameMapper: { ...base.moduleNameMapper, '^~e2e/(.*)$': '<rootDir>/e2e/$1' },
};
