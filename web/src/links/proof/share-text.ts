import { formatPercent } from '@yard-lamp/core/units'

/** A share carried: near the whole the decimals are what counts, and less than the whole is never told as it. */
export const shareText = (share: number): string =>
  share >= 1 ? '100 %' : formatPercent(Math.min(share, 0.9999), share > 0.99 ? 2 : 1)
