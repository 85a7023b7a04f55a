import regexp from 'eslint-plugin-regexp';
import tseslint from 'typescript-eslint';

/** Clock and chance come into the core as parameters. */
const pureCore = [
  { object: 'Date', property: 'now', message: 'Pass the date in.' },
  { object: 'Math', property: 'random', message: 'Pass the seeded generator in.' },
];

const noClock = { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'Pass the date in.' };

/** Core, contracts and services hand over codes and figures; what a person reads is in words/ and on the pages. */
const noSentences = ['Literal[value=/^[A-Z][a-z’]+ /]', 'TemplateElement[value.raw=/^[A-Z][a-z’]+ /]'].map((literal) => ({
  selector: `${literal}:not(ThrowStatement *)`,
  message: 'Hand over a code; its sentence stands in words/.',
}));

export default tseslint.config(
  { ignores: ['node_modules', 'build', '.react-router', '.data', 'tests/.out'] },
  ...tseslint.configs.strict,
  {
    // An expression that can read one text in many ways takes time with the square of its length, or worse: whoever sends it stops everybody.
    plugins: { regexp },
    rules: {
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential', ignoreSticky: false }],
      'regexp/no-misleading-capturing-group': 'error',
      'regexp/optimal-quantifier-concatenation': 'error',
    },
  },
  {
    // The rules that need types are in .oxlintrc.json: a compiler of its own answers them in a tenth of the time.
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      // Leaving a property out of a rest is how it is kept back.
      '@typescript-eslint/no-unused-vars': ['error', { ignoreRestSiblings: true }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      'no-console': 'error',
      eqeqeq: 'error',
    },
  },
  {
    files: ['core/**/*.ts', 'demo/generate.ts', 'demo/stories.ts'],
    rules: {
      'no-restricted-properties': ['error', ...pureCore],
      'no-restricted-syntax': ['error', noClock],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'localStorage', 'crypto'],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...noSentences, noClock] },
  },
  {
    files: ['{contracts,services}/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', ...noSentences] },
  },
  {
    // Routes read by the queries of the data layer; what writes goes through a service, which authorises, decides and records.
    files: ['app/routes/**/*.ts', 'app/routes/**/*.tsx'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^#data/',
              importNamePattern:
                '^(create|update|record|move|close|end|set|save|ensure|erase|revoke|forget|grant|use|take|lift|load|lock|park)[A-Z]?',
              message: 'A route writes through a service.',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['**/*.mjs', '**/*.cjs'],
    rules: { '@typescript-eslint/no-require-imports': 'off' },
  },
);
