import type { Design } from '@yard-lamp/core'
import { batteryUnits } from '@yard-lamp/core/build'

/** Most that are asked for by name: of a bank of more, one string at a time. */
const MOST = 96

/** Batteries of the bank as on the drawing. */
export const unitNames = (design: Design): string[] =>
  batteryUnits(design)
    .map(({ called }) => called)
    .slice(0, MOST)

/** Cells of the bank that can be read by themselves: B1.1 cell 2. */
export const cellNames = (design: Design): string[] =>
  batteryUnits(design)
    .flatMap(({ called, cells }) =>
      cells === 1 ? [called] : Array.from({ length: cells }, (_, i) => `${called} cell ${i + 1}`),
    )
    .slice(0, MOST)
