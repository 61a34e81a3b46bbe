import type { WeatherMonths } from '@yard-lamp/core/site'
import { formatNumber } from '@yard-lamp/core/units'
import type { ReactNode } from 'react'
import { MonthHeads } from '../../units/MonthHeads.tsx'

interface FileMonthsProps {
  file: string
  months: WeatherMonths
  /** Further rows of the table. */
  children?: ReactNode
}

/** The sun of a weather file month by month. */
export function FileMonths({ file, months, children }: FileMonthsProps) {
  return (
    <div className="table-scroll">
      <table className="sheet-table">
        <thead>
          <tr>
            <th>{months.place || file}</th>
            <MonthHeads />
          </tr>
        </thead>
        <tbody>
          <tr>
            <th scope="row">kWh/m² a day</th>
            {months.sunKwhPerM2Day.map((kwh, i) => (
              <td key={i} className="number">
                {kwh === null ? '–' : formatNumber(kwh, 2)}
              </td>
            ))}
          </tr>
          {children}
        </tbody>
      </table>
    </div>
  )
}

/** What is missing of a weather file, line by line. */
export function FileRemarks({ remarks }: Pick<WeatherMonths, 'remarks'>) {
  if (remarks.length === 0) return null
  return (
    <ul className="small weather-remarks" aria-label="Gaps">
      {remarks.map((remark) => (
        <li key={remark}>{remark}</li>
      ))}
    </ul>
  )
}
