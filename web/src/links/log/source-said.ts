import type { ReadingSource, SourceSaid } from '@yard-lamp/core/log'

/** What a person said of a source, to be said again with a change. */
export const saidOf = ({
  name,
  clockFastMin,
  offsetMin,
  mapping,
  address,
  topic,
  account,
}: ReadingSource): SourceSaid => ({
  name,
  clockFastMin,
  offsetMin,
  mapping,
  address,
  topic,
  account,
})
