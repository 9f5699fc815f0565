import fc from 'fast-check';

/** Random tests meet the same values at each run; another seed is tried with SEED=123 npm test. A test that fails says its own. */
fc.configureGlobal({ seed: Number(process.env.SEED ?? 20261127) });
