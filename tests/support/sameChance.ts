import fc from 'fast-check';

/** Properties are tried on the same cases in every run; `PROPERTY_SEED=7 npx jest` tries others. */
fc.configureGlobal({ seed: Number(process.env['PROPERTY_SEED'] ?? 1) });
