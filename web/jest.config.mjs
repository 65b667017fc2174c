import presets from 'jest-preset-angular/presets/index.js';

const preset = presets.createEsmPreset({ tsconfig: '<rootDir>/web/tsconfig.spec.json' });

/** Unit tests of the pages' state, as ES modules: run with NODE_OPTIONS=--experimental-vm-modules. */
export default {
  ...preset,
  displayName: 'web',
  rootDir: '..',
  testTimeout: 60_000,
  roots: ['<rootDir>/web/src', '<rootDir>/web/test'],
  setupFilesAfterEnv: ['<rootDir>/web/test/setup.ts'],
  moduleNameMapper: {
    ...preset.moduleNameMapper,
    '^@fellmist/contract/tables$': '<rootDir>/contract/src/tables/index.ts',
    '^@fellmist/data$': '<rootDir>/data/load.ts',
    '^@fellmist/language/(.*)$': '<rootDir>/data/language/$1',
    '^@fellmist/(core|contract)$': '<rootDir>/$1/src/index.ts',
  },
};
