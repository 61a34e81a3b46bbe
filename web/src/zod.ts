import { config } from 'zod/v4'

// The content policy forbids code made from text, which Zod would otherwise try. What imports zod gets this (vite.config.ts).
config({ jitless: true })

export * from 'zod/v4'
