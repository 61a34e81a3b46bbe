/** Read 25 °C warmer than it is, an electrolyte shows so much less for each degree. Source: IEEE 450, annex; 0.004 for 5.5 °C. */
const PER_K = 0.0007
const REFERENCE_C = 25

/**
 * Specific gravity as it would be at 25 °C.
 * @param gravity as read, 1 to 1.4
 * @example gravityAt25C(1.25, 35) // 1.257
 */
export const gravityAt25C = (gravity: number, electrolyteC: number): number =>
  gravity + PER_K * (electrolyteC - REFERENCE_C)
