import { defineConfig } from 'vitest/config'

export default defineConfig({
  test: {
    globalSetup: ['server/tests/global-setup.ts'],
    include: [
      'core/tests/**/*.test.ts',
      'cli/tests/**/*.test.ts',
      'server/tests/**/*.test.ts',
      'web/tests/**/*.test.ts',
      'scripts/tests/**/*.test.ts',
    ],
    testTimeout: 20_000,
    setupFiles: ['core/tests/property-seed.ts'],
  },
})
