/** A cycle counted out of a run of figures: its range, its mean, and 1 for a whole one or ½. */
export interface Cycle {
  readonly range: number
  readonly mean: number
  readonly count: number
}

/**
 * Cycles in a series by rainflow counting. Source: ASTM E1049-85, section 5.4.4.
 * @param series any figures; states of charge here
 * @example rainflow([-2, 1, -3, 5, -1, 3, -4, 4, -2]) // ranges 3 ½, 4 1½, 6 ½, 8 1, 9 ½
 */
export function rainflow(series: ArrayLike<number>): Cycle[] {
  const cycles: Cycle[] = []
  const stack: number[] = []
  const push = (from: number, to: number, count: number) =>
    cycles.push({ range: Math.abs(to - from), mean: (from + to) / 2, count })
  for (const turn of turns(series)) {
    stack.push(turn)
    while (stack.length >= 3) {
      const [a, b, c] = stack.slice(-3) as [number, number, number]
      const [latest, before] = [Math.abs(c - b), Math.abs(b - a)]
      if (latest < before) break
      if (stack.length === 3) {
        push(a, b, 0.5)
        stack.shift()
      } else {
        push(a, b, 1)
        stack.splice(-3, 2)
      }
    }
  }
  for (let i = 1; i < stack.length; i++) push(stack[i - 1] ?? 0, stack[i] ?? 0, 0.5)
  return cycles
}

/** First, last, and each figure at which the series turns. */
function turns(series: ArrayLike<number>): number[] {
  const found: number[] = []
  for (let i = 0; i < series.length; i++) {
    const value = series[i] ?? 0
    const last = found.at(-1)
    if (value === last) continue
    const before = found.at(-2)
    if (last !== undefined && before !== undefined && value > last === last > before) found[found.length - 1] = value
    else found.push(value)
  }
  return found
}
