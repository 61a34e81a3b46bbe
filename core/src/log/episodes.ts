/** A sign that held for some days. Days are counted from the first of the log. */
export interface Episode {
  readonly from: number
  /** The day on which there was enough of it to say so. */
  readonly named: number
  /** The last day on which it was seen. */
  readonly to: number
  /** It is seen up to the last day that says anything. */
  readonly isNow: boolean
}

export interface EpisodeRule {
  /** Days running that must show it, of those that say anything. */
  readonly needed: number
  /** Days running without it that end it. */
  readonly endAfter: number
}

/**
 * Stretches in which a sign holds. A day that says nothing neither begins nor ends one.
 * @param seen for each day true, false, or null where it says nothing
 * @example episodesOf([false, true, true, true], { needed: 3, endAfter: 2 }) // [{ from: 1, named: 3, to: 3, isNow: true }]
 */
export function episodesOf(seen: readonly (boolean | null)[], { needed, endAfter }: EpisodeRule): Episode[] {
  const episodes: Episode[] = []
  let running: number[] = []
  let without = 0
  let open: { from: number; named: number; to: number } | null = null
  for (const [day, shows] of seen.entries()) {
    if (shows === null) continue
    without = shows ? 0 : without + 1
    running = shows ? [...running, day] : []
    if (open && shows) open.to = day
    if (open && without >= endAfter) {
      episodes.push({ ...open, isNow: false })
      open = null
    }
    if (!open && running.length >= needed) open = { from: running[0] ?? day, named: day, to: day }
  }
  if (open) episodes.push({ ...open, isNow: true })
  return episodes
}

export function median(values: readonly number[]): number {
  const sorted = values.filter((value) => !Number.isNaN(value)).sort((a, b) => a - b)
  if (sorted.length === 0) return Number.NaN
  const middle = Math.floor(sorted.length / 2)
  return sorted.length % 2 === 1 ? (sorted[middle] ?? 0) : ((sorted[middle - 1] ?? 0) + (sorted[middle] ?? 0)) / 2
}
