const swc = [
  '@swc/jest',
  {
    jsc: { target: 'es2023', experimental: { keepImportAttributes: true }, parser: { syntax: 'typescript', tsx: true } },
    module: { type: 'es6' },
  },
];

/**
 * `core` needs nothing; `data` the PostgreSQL that bin/test starts and names in OWNER_DATABASE_URL and DATABASE_URL; `http` also the build and
 * the sample library in it; `commands` runs those of bin/ themselves.
 */
const shared = {
  testEnvironment: 'node',
  setupFiles: ['<rootDir>/tests/support/sameChance.ts'],
  extensionsToTreatAsEsm: ['.ts', '.tsx'],
  transform: { '\\.tsx?$': swc },
};

export default {
  // Tests say what is right, not how fast; only here, for all projects, is it heeded.
  testTimeout: 300_000,
  projects: [
    {
      ...shared,
      displayName: 'core',
      testMatch: ['<rootDir>/{core,contracts,words,devices,almanac,demo,app,server,services}/**/*.test.ts'],
    },
    { ...shared, displayName: 'data', testMatch: ['<rootDir>/tests/data/**/*.test.ts'] },
    { ...shared, displayName: 'http', testMatch: ['<rootDir>/tests/http/**/*.test.ts'] },
    { ...shared, displayName: 'hostile', testMatch: ['<rootDir>/tests/hostile/**/*.test.ts'] },
    { ...shared, displayName: 'commands', testMatch: ['<rootDir>/tests/commands/**/*.test.ts'] },
  ],
};
