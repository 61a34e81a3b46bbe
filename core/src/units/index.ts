/** How figures are read and written. The door of this room: what other packages use of it. */
export {
  formatArea,
  formatDay,
  formatMoney,
  formatNumber,
  formatPercent,
  formatQuantity,
  formatSize,
  MONTH_NAMES,
  monthName,
} from './format.ts'
export { parseQuantity } from './parse.ts'
export { UNIT_SYSTEMS, type UnitSystem, type Writer, writerOf } from './writer.ts'
