import base from './jest.config.mjs';

export default {
  ...base,
  roots: ['<rootDir>/e2e'],
  testTimeout: 240000,
  maxWorkers: 2,
  moduleNameMapper: { ...base.moduleNameMapper, '^~e2e/(.*)$': '<rootDir>/e2e/$1' },
};
