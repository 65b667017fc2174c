import angular from 'angular-eslint';
import prettier from 'eslint-config-prettier';
import tseslint from 'typescript-eslint';

/** Words of core from the lowest to the highest; a lower word never imports a higher one. */
const WORDS = ['quantity', 'food', 'role', 'formula', 'product', 'swap', 'cost', 'target', 'shop', 'vessel', 'cold', 'day', 'trial', 'safety', 'exchange', 'analysis', 'compare'];

const OUTSIDE = ['@angular/*', '@ngrx/*', 'ng-zorro-antd/*', 'rxjs', 'express', 'better-sqlite3', 'zod', 'pino*', 'node:*', 'fs', 'path'];

function notAllowed(patterns, message) {
  return { 'no-restricted-imports': ['error', { patterns: patterns.map((group) => ({ group: [group], message })) }] };
}

function coreLayer(word, i) {
  const higher = WORDS.slice(i + 1).join('|') || 'none-is-higher';
  const message = 'Core is pure: no outside world, no higher word, and nothing past another folder’s index.';
  return {
    files: [`core/src/${word}/**/*.ts`],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { regex: `^(?:\\.\\.)(?:/\\.\\.)*(?:/index)?$|^(?:\\.\\./)+[^/.]+/|^(?:\\.\\./)+(?:${higher})$|^@fellmist/(?!language/)`, message },
            ...OUTSIDE.map((group) => ({ group: [group], message })),
          ],
        },
      ],
    },
  };
}

const coreLayers = WORDS.map(coreLayer);

/** Places of the web know the state, the shared parts and the small ones; never one another. */
const PLACES = ['bench', 'book', 'cold', 'compare', 'goals', 'house', 'larder', 'safety', 'shelf'];
const OF_OTHERS = ['express', 'better-sqlite3', 'node:*', '@fellmist/server*', '@fellmist/data*', '@fellmist/contract/tables', '**/core/src/**', '**/server/**'];

function webLayer(folder, banned) {
  const message = 'Places import no place; state, parts and ui import none either.';
  const outside = 'The web knows the contract and core, through their front doors.';
  const library = folder === 'ui' ? [] : [{ group: ['ng-zorro-antd/*'], message: 'Controls of the library come through ui/zorro.' }];
  return {
    files: [`web/src/${folder}/**/*.ts`],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: `^\\.\\./(?:${banned.join('|')})/`, message }, ...OF_OTHERS.map((group) => ({ group: [group], message: outside })), ...library] },
      ],
    },
  };
}

const webLayers = [
  ...PLACES.map((place) => webLayer(place, [...PLACES.filter((other) => other !== place), 'shell'])),
  webLayer('parts', [...PLACES, 'shell']),
  webLayer('state', [...PLACES, 'shell', 'parts']),
  webLayer('ui', [...PLACES, 'shell', 'parts']),
];

export default tseslint.config(
  { ignores: ['dist/', 'node_modules/', '.angular/', 'coverage/', 'web/public/'] },
  {
    files: ['**/*.ts'],
    extends: [...tseslint.configs.strict, ...tseslint.configs.stylistic],
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-extraneous-class': 'off',
      'max-lines': ['error', { max: 300, skipBlankLines: true, skipComments: true }],
      'no-console': ['error', { allow: ['error'] }],
      eqeqeq: 'error',
    },
  },
  ...coreLayers,
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-globals': ['error', 'window', 'document', 'localStorage', 'process', 'fetch', 'setTimeout', 'Date', 'performance'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'Core takes a seed instead.' }],
    },
  },
  {
    files: ['contract/src/**/*.ts'],
    rules: notAllowed(
      ['@angular/*', '@ngrx/*', 'express', 'better-sqlite3', 'node:*', '@fellmist/server*', '@fellmist/web*', '@fellmist/data*'],
      'The contract knows core and nothing above it.',
    ),
  },
  {
    files: ['server/src/**/*.ts'],
    rules: notAllowed(['@angular/*', '@ngrx/*', '@fellmist/web*', '**/web/**', '**/core/src/**'], 'The server knows the contract, core and data, through their front doors.'),
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      // A page that needs a shape alone must not fetch the code it stands in: what imports types only is erased whole.
      '@typescript-eslint/no-import-type-side-effects': 'error',
      ...notAllowed(OF_OTHERS, 'The web knows the contract and core, through their front doors.'),
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'fm', style: 'kebab-case' }],
      '@angular-eslint/component-class-suffix': 'off',
    },
  },
  ...webLayers,
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    // A label that is itself the control (nz-checkbox, nz-radio-button) is unknown to it; the browser tests look at labels with axe.
    rules: { '@angular-eslint/template/label-has-associated-control': 'off' },
  },
  prettier,
);
