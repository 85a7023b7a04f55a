const swc = [
  '@swc/jest',
  {
    jsc: { target: 'es2023', experimental: { keepImportAttributes: true }, parser: { syntax: 'typescript', tsx: true } },
    module: { type: 'es6' },
  },
];

/** `core` needs nothing; `data` needs the PostgreSQL that bin/test starts and names in TEST_OWNER_URL and TEST_APP_URL. */
const shared = { testEnvironment: 'node', testTimeout: 120_000, extensionsToTreatAsEsm: ['.ts', '.tsx'], transform: { '\\.tsx?$': swc } };

export default {
  projects: [
    { ...shared, displayName: 'core', testMatch: ['<rootDir>/{core,contracts,devices,almanac,demo,app,server,services}/**/*.test.ts'] },
    { ...shared, displayName: 'data', testMatch: ['<rootDir>/tests/data/**/*.test.ts'] },
  ],
};
