import { readdir, readFile, writeFile } from 'node:fs/promises';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { build } from 'esbuild';

// Bundles the programs that run beside the application's own build. Packages stay in node_modules, but for one of some hundred files.
const { dependencies, devDependencies } = JSON.parse(await readFile('package.json', 'utf8'));
const external = Object.keys({ ...dependencies, ...devDependencies }).filter((name) => name !== 'kysely');

await build({
  entryPoints: {
    serve: 'server/serve.ts',
    letIn: 'server/letIn.ts',
    export: 'server/export.ts',
    bringIn: 'server/bringIn.ts',
    backup: 'server/backup.ts',
    restore: 'server/restore.ts',
    reckoner: 'workers/reckoner.ts',
    importer: 'workers/importer.ts',
    photo: 'workers/photo.ts',
    sheets: 'workers/sheets.ts',
    seed: 'demo/seed.ts',
    almanac: 'almanac/read.ts',
    bare: 'bench/bare.ts',
    bench: 'bench/bench.ts',
    reckon: 'bench/reckon.ts',
    outlooks: 'bench/outlooks.ts',
    risks: 'bench/risks.ts',
    calibration: 'bench/calibration.ts',
    labels: 'bench/labels.ts',
    parsers: 'bench/parsers.ts',
    weigh: 'bench/weigh.ts',
    plan: 'bench/plan.ts',
    season: 'bench/season.ts',
    fill: 'bench/fill.ts',
    soak: 'bench/soak.ts',
    growth: 'bench/growth.ts',
    imports: 'bench/imports.ts',
  },
  outdir: 'build/programs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  external,
  sourcemap: 'inline',
  logLevel: 'warning',
});

// Its many files are read and judged here, once, and not each time the server starts.
const { readAlmanac } = await import('../../build/programs/almanac.js');
await writeFile('build/programs/almanac.json', JSON.stringify(readAlmanac()));

// The worker beside the count round stands at the site's root: only from there may it answer for that page.
await build({
  entryPoints: { 'round-worker': 'workers/round.ts' },
  outdir: 'build/client',
  bundle: true,
  platform: 'browser',
  format: 'iife',
  target: 'es2022',
  minify: true,
  logLevel: 'warning',
});

// Scripts and styles go over the wire packed; packed here, once, as small as can be.
const packings = [
  ['.br', (bytes) => brotliCompressSync(bytes)],
  ['.gz', (bytes) => gzipSync(bytes, { level: 9 })],
];
for (const name of await readdir('build/client', { recursive: true })) {
  if (!/\.(js|css|svg|webmanifest)$/.test(name)) continue;
  const bytes = await readFile(`build/client/${name}`);
  for (const [ending, pack] of packings) await writeFile(`build/client/${name}${ending}`, pack(bytes));
}
