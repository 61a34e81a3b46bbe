import fc from 'fast-check'

/**
 * Properties are tried on the same examples in every run, so that a commit that passed keeps passing;
 * PROPERTY_SEED=12 (any whole number) tries others, PROPERTY_RUNS as many as it says.
 */
fc.configureGlobal({
  seed: Number(process.env.PROPERTY_SEED ?? 20_261_123),
  ...(process.env.PROPERTY_RUNS ? { numRuns: Number(process.env.PROPERTY_RUNS) } : {}),
})
