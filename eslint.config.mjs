import tseslint from 'typescript-eslint';
import reactHooks from 'eslint-plugin-react-hooks';

const realTime = [
  {
    selector: "CallExpression[callee.object.name='Date'][callee.property.name='now']",
    message: 'Read the injected clock.',
  },
  { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'Read the injected clock.' },
  {
    selector:
      "CallExpression[callee.object.name='DateTime'][callee.property.name=/^(now|local|utc)$/][arguments.length=0]",
    message: 'Read the injected clock.',
  },
];
const ownRandomness = [
  {
    selector: "CallExpression[callee.object.name='Math'][callee.property.name='random']",
    message: 'Take a seed as an argument.',
  },
];
const databaseInTransaction = [
  {
    selector:
      "CallExpression[callee.property.name='transaction'] :function CallExpression[callee.object.name='db']",
    message: 'One connection: inside a transaction use tx, or it hangs for ever.',
  },
];

export default tseslint.config(
  {
    ignores: [
      'dist/**',
      'node_modules/**',
      'demo-data/**',
      'test-results/**',
      'core/drying/batch/assembly/**',
    ],
  },
  ...tseslint.configs.strict,
  { ...reactHooks.configs.flat['recommended-latest'], files: ['web/**'] },
  {
    languageOptions: { parserOptions: { projectService: false } },
    rules: {
      'no-restricted-syntax': ['error', ...realTime, ...ownRandomness, ...databaseInTransaction],
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-invalid-void-type': 'off',
      '@typescript-eslint/consistent-type-imports': 'error',
      'max-lines': ['error', { max: 350, skipBlankLines: false, skipComments: false }],
      'max-lines-per-function': ['error', { max: 80, IIFEs: true }],
      'prefer-const': 'error',
      // what is taken out of a record by naming it
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  { files: ['**/*.test.{ts,tsx}', 'e2e/**', 'perf/**'], rules: { 'max-lines-per-function': 'off' } },
  {
    // one closure of state each; they wait to be parted
    files: [
      'core/drying/wall.ts',
      'server/planning/learning.ts',
      'server/planning/planInputs.ts',
      'server/planning/plans.ts',
      'server/sensors/sensors.ts',
    ],
    rules: { 'max-lines-per-function': 'off' },
  },
  {
    files: ['server/time/clock.ts', 'scripts/**', 'perf/**', 'e2e/**'],
    rules: { 'no-restricted-syntax': ['error', ...databaseInTransaction] },
  },
  {
    // no promise floats: each is awaited, returned, or caught and told
    files: [
      'core/**/*.ts',
      'api/**/*.ts',
      'server/**/*.ts',
      'web/**/*.{ts,tsx}',
      'demo/**/*.ts',
      'e2e/**/*.ts',
    ],
    languageOptions: { parserOptions: { projectService: true } },
    rules: { '@typescript-eslint/no-floating-promises': ['error', { ignoreVoid: true }] },
  },
  {
    files: ['server/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { '@typescript-eslint/no-floating-promises': ['error', { ignoreVoid: false }] },
  },
  { files: ['**/*.mjs'], languageOptions: { globals: { process: 'readonly', console: 'readonly' } } },
);
