import type { Design, Job, Known } from '@yard-lamp/core'
import type { LoadTotal } from '@yard-lamp/core/loads'
import { formatNumber, formatPercent, MONTH_NAMES } from '@yard-lamp/core/units'
import { memo } from 'react'
import { Part } from '../../job/Page.tsx'
import { useAppDispatch } from '../../store/store.ts'
import { energyUnitTurned } from '../../store/view-slice.ts'
import { Figure } from '../../working/Figure.tsx'
import { useEnergyShown } from './energy.ts'

const PRIORITY_TITLE: Record<string, string> = {
  critical: 'Critical',
  ordinary: 'Ordinary',
  'can-wait': 'Can wait for sun',
}

/** The day added up: by supply, by day and night, by room, by importance, by where the figures come from, by month. */
export const LoadTotals = memo(function LoadTotals({ job, design: { loads } }: { job: Job; design: Design }) {
  const dispatch = useAppDispatch()
  const { unit, scale } = useEnergyShown()
  const worst = job.loads.find(({ id }) => id === loads.worstStartId)
  const listedWh = loads.acDailyEnergyWh.value + loads.dcDailyEnergyWh.value
  const dark = loads.afterDarkFraction
  const most = Math.max(...loads.busByMonthWh.value, 1)
  const used = loads.busByMonthWh.value.filter((wh) => wh > 0)
  const differ = used.some((wh) => Math.abs(wh - (used[0] ?? 0)) > 0.5)
  return (
    <Part
      title="The day added up"
      aside={
        <>
          the average day of the week{' '}
          <button type="button" className="pick" onClick={() => dispatch(energyUnitTurned())} title="Key A">
            show {unit === 'Wh' ? 'Ah' : 'Wh'}
          </button>
        </>
      }
    >
      <div className="totals">
        <Totals title="Supply">
          <Line name="AC" figure={loads.acDailyEnergyWh} scale={scale} unit={unit} of={listedWh} />
          <Line name="DC" figure={loads.dcDailyEnergyWh} scale={scale} unit={unit} of={listedWh} />
        </Totals>
        {dark && (
          <Totals title="Sun">
            <Share name="By day" share={1 - dark.value} />
            <tr>
              <th scope="row">After dark</th>
              <td className="number">
                <Figure figure={dark} shown={dark.value * 100} unit="%" decimals={0} />
              </td>
            </tr>
          </Totals>
        )}
        <Totals title="Importance">
          {loads.byPriority.map((total) => (
            <Line
              key={total.name}
              name={PRIORITY_TITLE[total.name] ?? total.name}
              figure={total.dailyEnergyWh}
              scale={scale}
              unit={unit}
              of={listedWh}
            />
          ))}
        </Totals>
        <Totals title="Watts from">
          {loads.byBasis.map((total) => (
            <Line
              key={total.name}
              name={total.name}
              figure={total.dailyEnergyWh}
              scale={scale}
              unit={unit}
              of={sumOf(loads.byBasis)}
            />
          ))}
        </Totals>
        <Totals title="Room or use">
          {loads.byGroup.map((total) => (
            <Line
              key={total.name}
              name={total.name || 'no room'}
              figure={total.dailyEnergyWh}
              scale={scale}
              unit={unit}
              of={sumOf(loads.byGroup)}
            />
          ))}
        </Totals>
        <Totals title="Together on AC">
          <tr>
            <th scope="row">Running</th>
            <td className="number">
              <Figure figure={loads.continuousW} unit="W" decimals={0} />
            </td>
          </tr>
          <tr>
            <th scope="row">Apparent</th>
            <td className="number">
              <Figure figure={loads.continuousVA} unit="VA" decimals={0} />
            </td>
          </tr>
          <tr>
            <th scope="row">{worst ? `Worst start, ${worst.name}` : 'Worst start'}</th>
            <td className="number">
              <Figure figure={loads.surgeW} unit="W" decimals={0} />
            </td>
          </tr>
        </Totals>
      </div>
      {differ ? (
        <figure className="month-bars" aria-label="Energy a day at the battery bus by month">
          {MONTH_NAMES.map((name, i) => {
            const wh = loads.busByMonthWh.value[i] ?? 0
            return (
              <div key={name} className={i + 1 === loads.heaviestMonth ? 'month-bar month-bar-most' : 'month-bar'}>
                <span className="number">{wh > 0 ? formatNumber(wh * scale, 0) : '–'}</span>
                <i style={{ height: `${Math.round((wh / most) * 34)}px` }} />
                <span>{name.slice(0, 3)}</span>
              </div>
            )
          })}
        </figure>
      ) : null}
      <p className="soft small">
        {differ ? `At the battery bus, ${unit} a day by month` : 'The same in each month of use'}
        {loads.weekBusWh && (
          <>
            ; a weekday <Figure figure={scaled(loads.weekBusWh.weekday, scale)} unit={unit} decimals={0} />, a weekend
            day <Figure figure={scaled(loads.weekBusWh.weekend, scale)} unit={unit} decimals={0} />. The bank is sized
            for the heaviest days in a row
          </>
        )}
        .
      </p>
    </Part>
  )
})

const scaled = (figure: Known, scale: number): Known => ({ ...figure, value: figure.value * scale })
const sumOf = (totals: readonly LoadTotal[]): number =>
  totals.reduce((sum, total) => sum + total.dailyEnergyWh.value, 0)

function Totals({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <table className="total">
      <caption>{title}</caption>
      <tbody>{children}</tbody>
    </table>
  )
}

function Line({
  name,
  figure,
  scale,
  unit,
  of,
}: {
  name: string
  figure: Known
  scale: number
  unit: string
  of: number
}) {
  return (
    <tr>
      <th scope="row">{name}</th>
      <td className="number">
        <Figure figure={scaled(figure, scale)} unit={unit} decimals={unit === 'Ah' ? 1 : 0} />
      </td>
      <td className="number soft">{of > 0 ? formatPercent(figure.value / of, 0) : ''}</td>
    </tr>
  )
}

function Share({ name, share }: { name: string; share: number }) {
  return (
    <tr>
      <th scope="row">{name}</th>
      <td className="number">{formatPercent(share, 0)}</td>
    </tr>
  )
}
