// Bundles the programs that run beside the application's own build; packages stay in node_modules.
import { build } from 'esbuild';

await build({
  entryPoints: {
    serve: 'server/serve.ts',
    reckoner: 'workers/reckoner.ts',
    photo: 'workers/photo.ts',
    seed: 'demo/seed.ts',
    bare: 'bench/bare.ts',
    bench: 'bench/bench.ts',
    reckon: 'bench/reckon.ts',
    outlooks: 'bench/outlooks.ts',
    calibration: 'bench/calibration.ts',
    labels: 'bench/labels.ts',
    parsers: 'bench/parsers.ts',
    weigh: 'bench/weigh.ts',
    plan: 'bench/plan.ts',
  },
  outdir: 'build/programs',
  bundle: true,
  platform: 'node',
  format: 'esm',
  target: 'node20',
  packages: 'external',
  sourcemap: 'inline',
  logLevel: 'warning',
});

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
