import { defineConfig } from 'vitest/config'

/** The slowest take 14 s on a busy machine of two cores, over a minute where it stands still for others: no fault of theirs. */
const setup = { setupFiles: ['core/tests/property-seed.ts'], testTimeout: 180_000, hookTimeout: 180_000 }

export default defineConfig({
  test: {
    // One more than cores: those of the programs wait for a server now and then.
    maxWorkers: 3,
    projects: [
      {
        test: {
          ...setup,
          name: 'computation',
          include: ['core/tests/**/*.test.ts', 'paper/tests/**/*.test.ts', 'web/tests/**/*.test.ts'],
          // These hold no state of their own between files; reading the core anew for each took a third of the time.
          isolate: false,
        },
      },
      {
        test: {
          ...setup,
          name: 'programs',
          include: [
            'cli/tests/**/*.test.ts',
            'monitor/tests/**/*.test.ts',
            'server/tests/**/*.test.ts',
            'scripts/tests/**/*.test.ts',
          ],
          globalSetup: ['server/tests/global-setup.ts'],
        },
      },
    ],
  },
})
