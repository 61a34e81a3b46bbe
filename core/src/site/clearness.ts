/** How the clearness of days is spread in a month, and how much of an hour is scattered. */

/** Least daily clearness. Source: Bendt, Collares-Pereira & Rabl 1981. */
const LEAST_CLEARNESS = 0.05
/** Clearness above which a day is called clear, and below which overcast. Source: Iqbal, An Introduction to Solar Radiation, §6. */
export const CLEAR_ABOVE = 0.6
export const OVERCAST_BELOW = 0.3

/** Greatest daily clearness of a month. Source: Hollands & Huget, as in Duffie & Beckman, eq. 2.9.4. */
export const greatestClearness = (monthClearness: number): number =>
  0.6313 + 0.267 * monthClearness - 11.9 * (monthClearness - 0.75) ** 8

/** Mean of a density that grows as exp(γK) between two bounds. */
function meanOfExponential(gamma: number, low: number, high: number): number {
  if (Math.abs(gamma) < 1e-6) return (low + high) / 2
  // Written from the upper bound down, so that a large γ does not overflow.
  const fall = Math.exp(-gamma * (high - low))
  return (high - low * fall) / (1 - fall) - 1 / gamma
}

/**
 * Steepness γ of the spread of daily clearness: the one whose mean is the month's.
 * @returns between −400 and 400; months outside what the spread can hold take its end
 */
export function spreadSteepness(monthClearness: number): number {
  const high = greatestClearness(monthClearness)
  let [low, top] = [-400, 400]
  for (let halving = 0; halving < 60; halving++) {
    const middle = (low + top) / 2
    if (meanOfExponential(middle, LEAST_CLEARNESS, high) < monthClearness) low = middle
    else top = middle
  }
  return (low + top) / 2
}

/**
 * Daily clearness that a share of a month's days does not exceed.
 * @param monthClearness 0.1 to 0.75; held to that range
 * @param share 0 to 1
 */
export function dayClearness(monthClearness: number, share: number): number {
  const mean = Math.min(0.75, Math.max(0.1, monthClearness))
  return clearnessAt(share, spreadSteepness(mean), greatestClearness(mean))
}

/** Clearness that a share of days does not exceed, by steepness and upper end of the spread. */
export function clearnessAt(share: number, gamma: number, high: number): number {
  const width = high - LEAST_CLEARNESS
  if (Math.abs(gamma) < 1e-6) return LEAST_CLEARNESS + share * width
  // ln(e^{γ·low} + share·(e^{γ·high} − e^{γ·low}))/γ, taken relative to the larger end.
  return gamma > 0
    ? high + Math.log(share + (1 - share) * Math.exp(-gamma * width)) / gamma
    : LEAST_CLEARNESS + Math.log(1 - share + share * Math.exp(gamma * width)) / gamma
}

/** Diffuse share of an hour by its clearness. Source: Erbs, Klein & Duffie, Solar Energy 28 (1982) 293, eq. 1. */
export function hourDiffuseShare(clearness: number): number {
  if (clearness <= 0.22) return 1 - 0.09 * Math.max(0, clearness)
  if (clearness > 0.8) return 0.165
  return 0.9511 + clearness * (-0.1604 + clearness * (4.388 + clearness * (-16.638 + clearness * 12.336)))
}
