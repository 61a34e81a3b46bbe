import type { Site } from '@yard-lamp/core'

/** Changes fields of the site. */
export type Change = (patch: Partial<Site>) => void
