import { MONTH_NAMES } from '@yard-lamp/core/units'

/** Heads of twelve columns, January first. */
export function MonthHeads() {
  return MONTH_NAMES.map((name) => (
    <th key={name} className="number">
      {name.slice(0, 3)}
    </th>
  ))
}
