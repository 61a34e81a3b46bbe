/** Curves of sheets as the least, or the greatest, of a few lines: what a loop works in one go. */

export interface Point {
  readonly at: number
  readonly value: number
}

/** Each place once, in order. */
function sorted(points: readonly Point[]): Point[] {
  const byPlace = [...points].sort((a, b) => a.at - b.at)
  return byPlace.filter((point, i) => i === 0 || point.at > (byPlace[i - 1]?.at ?? 0) + 1e-9)
}

/** The points that bend a curve most, its ends with them. */
function fewest(points: readonly Point[], most: number): Point[] {
  const left = [...points]
  while (left.length > most) {
    let [mildest, mildestBend] = [1, Number.POSITIVE_INFINITY]
    for (let i = 1; i < left.length - 1; i++) {
      const [before, own, after] = [left[i - 1], left[i], left[i + 1]]
      if (!before || !own || !after) continue
      const along = (own.at - before.at) / (after.at - before.at)
      const bend = Math.abs(own.value - before.value - along * (after.value - before.value))
      if (bend < mildestBend) [mildest, mildestBend] = [i, bend]
    }
    left.splice(mildest, 1)
  }
  return left
}

export interface Line {
  readonly at0: number
  readonly slope: number
}

/** Lines through neighbouring points; one flat line through a single one. */
function through(points: readonly Point[]): Line[] {
  const [only] = points
  if (!only) return []
  if (points.length === 1) return [{ at0: only.value, slope: 0 }]
  return points.slice(1).map((point, i) => {
    const before = points[i] ?? point
    const slope = (point.value - before.value) / (point.at - before.at)
    return { at0: before.value - slope * before.at, slope }
  })
}

/**
 * So many lines that lie on a curve, or on one that runs straight between the points that bend it most. The least of them is
 * never above a curve that bends down, and below one that does not: the safer figure for a capacity.
 * @returns exactly `count` lines, the last one repeated where fewer are needed
 */
export function linesThrough(points: readonly Point[], count: number): Line[] {
  const lines = through(fewest(sorted(points), count + 1))
  const last = lines.at(-1) ?? { at0: 1, slope: 0 }
  return Array.from({ length: count }, (_, i) => lines[i] ?? last)
}
