/** Browser tests: they drive the built application in Chromium, one after the other. */
export default {
  displayName: 'browser',
  rootDir: '.',
  testMatch: ['**/*.spec.ts'],
  testEnvironment: 'node',
  testTimeout: 180_000,
  maxWorkers: 1,
  transform: {
    '^.+\\.ts$': ['ts-jest', { diagnostics: false, tsconfig: { target: 'ES2022', module: 'CommonJS', moduleResolution: 'node10', esModuleInterop: true, isolatedModules: true } }],
  },
};
