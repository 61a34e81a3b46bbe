/**
 * A number from 0 up to 1 that belongs to a seed, a place in the year and a purpose: each can be drawn alone, in any order,
 * and is the same wherever it is drawn. Mixed as in MurmurHash3 (public domain), finished twice.
 * @param seed any whole number; its lower 32 bits count
 * @param at day or month
 * @example chance(7, 12, 1) // always the same
 */
export function chance(seed: number, at: number, purpose: number): number {
  let mixed = mix(seed ^ 0x9e3779b9)
  mixed = mix(mixed ^ Math.imul(at + 1, 0x85ebca6b))
  mixed = mix(mixed ^ Math.imul(purpose + 1, 0xc2b2ae35))
  return (mixed >>> 0) / 4_294_967_296
}

function mix(value: number): number {
  let mixed = value | 0
  mixed = Math.imul(mixed ^ (mixed >>> 16), 0x85ebca6b)
  mixed = Math.imul(mixed ^ (mixed >>> 13), 0xc2b2ae35)
  return mixed ^ (mixed >>> 16)
}

/** What numbers are drawn for: each purpose has its own. */
export const PURPOSE = { dayOrder: 1, dayOrderAngle: 2, air: 3, airAngle: 4, load: 5, loadAngle: 6 } as const

/** A normal deviate of a day, mean 0 and spread 1. Source: Box & Muller 1958. */
export const deviate = (seed: number, day: number, purpose: number, anglePurpose: number): number =>
  Math.sqrt(-2 * Math.log(1 - chance(seed, day, purpose))) * Math.cos(2 * Math.PI * chance(seed, day, anglePurpose))

/** Share of √ of the first primes: no two months go in step. */
const MONTH_STEPS = [2, 3, 5, 7, 11, 13, 17, 19, 23, 29, 31, 37].map((prime) => Math.sqrt(prime) % 1)

/**
 * A deviate of a month in the year of a seed, mean 0 and spread about 1, never beyond ±2. Years that follow one another by
 * their seeds cover the spread evenly, and every second one mirrors the one before, so that a few of them have the mean of
 * many. Kronecker sequence with antithetic pairs; normal by the lambda of Tukey (Joiner & Rosenblatt, JASA 66 (1971) 394).
 */
export function monthDeviate(seed: number, month: number): number {
  const pair = Math.floor(((seed % 2_000_003) + 1) / 2)
  const share = ((pair + 0.5) * (MONTH_STEPS[month] ?? 0.5)) % 1
  const inside = Math.min(1 - 1e-9, Math.max(1e-9, share))
  const normal = (inside ** 0.135 - (1 - inside) ** 0.135) / 0.1975
  return (seed % 2 === 1 ? 1 : -1) * Math.min(2, Math.max(-2, normal))
}
