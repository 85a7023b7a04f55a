/** Who may import whom: the layers of docs/contributors.md. Data walks one way. */
const only = (name, from, ...to) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.ts$' },
  to: { pathNot: [...to, '^node_modules', '\\.d\\.ts$'] },
});
const packages = (name, from, ...allowed) => ({
  name,
  severity: 'error',
  from: { path: from, pathNot: '\\.test\\.ts$' },
  to: { path: '^(node_modules|[a-z_]+$)', dependencyTypesNot: ['type-only'], pathNot: [...allowed, '\\.d\\.ts$'] },
});
const core = '^core/';

module.exports = {
  forbidden: [
    only('core-is-pure', core, core),
    packages(
      'core-takes-listed-packages-only',
      core,
      'node_modules/temporal-polyfill',
      'node_modules/jstat',
      'node_modules/pure-rand',
      'node_modules/geographiclib-geodesic',
      'node_modules/fast-check',
      'node_modules/@jest',
    ),
    only('contracts-know-the-core', '^contracts/', '^contracts/', core),
    only('data-knows-the-core', '^data/', '^data/', core),
    packages('only-data-speaks-sql', '^(core|contracts|services|app)/', '^(?!node_modules/(kysely|pg)/)'),
    only('words-know-the-core', '^words/', '^words/', core),
    only('devices-know-their-lines', '^devices/', '^devices/', core, '^contracts/', 'net', 'path', 'fs/promises', 'child_process'),
    only('services-know-what-is-below', '^services/', '^services/', core, '^contracts/', '^words/', '^data/', 'crypto', 'module', 'stream'),
    only('the-kit-shows-what-it-is-given', '^app/ui/', '^app/ui/', core, '^words/'),
    {
      // A part of a page is sent to the browser whole: a contract's schema would bring the validator along.
      name: 'parts-of-pages-take-types-of-contracts',
      severity: 'error',
      from: { path: '^app/(ui/|routes/.*/([A-Z]|use)[^/]*\\.tsx?$)', pathNot: '\\.(test|server)\\.ts$' },
      to: { path: '^contracts/', pathNot: '^contracts/photos', dependencyTypesNot: ['type-only'] },
    },
    only(
      'platform-wires',
      '^app/platform/',
      '^app/platform/',
      '^app/ui/',
      core,
      '^contracts/',
      '^words/',
      '^services/',
      '^devices/(?!standIns/)',
      '^data/(people/(accounts|sessions|parkedForms)|house/house|database|databaseErrors|schema|lots/lots|exchange/dump)\\.ts$',
      'crypto',
      'path',
      'child_process',
      'fs/promises',
      'stream',
    ),
    {
      name: 'routes-are-thin',
      severity: 'error',
      from: { path: '^app/routes/([^/]+)/' },
      to: { path: '^(app/routes/|demo/|server/|tests/|bench/)', pathNot: '^app/routes/($1/|[^/]+/\\+types/)' },
    },
    { name: 'nobody-imports-routes', severity: 'error', from: { pathNot: '^app/(routes/|routes\\.ts)' }, to: { path: '^app/routes/' } },
    {
      name: 'nobody-imports-tests',
      severity: 'error',
      from: { pathNot: '(^tests/|\\.test\\.ts$)' },
      to: { path: '(^tests/|\\.test\\.ts$)' },
    },
    { name: 'no-cycles', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
    {
      name: 'no-orphans',
      severity: 'error',
      from: { orphan: true, pathNot: ['\\.d\\.ts$', '\\.test\\.ts$', '^app/(routes|root|entry)', '^workers/', 'config'] },
      to: {},
    },
    { name: 'not-to-unresolvable', severity: 'error', from: {}, to: { couldNotResolve: true, pathNot: ['\\+types/', '\\?url$'] } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsConfig: { fileName: 'tsconfig.json' },
    tsPreCompilationDeps: 'specify',
    exclude: { path: '\\+types/' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'types'],
      extensions: ['.ts', '.tsx', '.js', '.json'],
    },
  },
};
