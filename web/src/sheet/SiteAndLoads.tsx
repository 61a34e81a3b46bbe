import { type Design, everyRow, type Job, type Load } from '@yard-lamp/core'
import { hasMeter, shownEntry } from '@yard-lamp/core/loads'
import { formatNumber, formatPercent, MONTH_NAMES } from '@yard-lamp/core/units'
import { MonthHeads } from '../units/MonthHeads.tsx'
import { isUnsettled } from '../working/Figure.tsx'

interface SheetProps {
  job: Job
  design: Design
}

const UNSETTLED = new Set(['typical', 'guess'])

export function Loads({ job, design }: SheetProps) {
  const { loads } = design
  const rows = everyRow(design)
  return (
    <section>
      <h2>Loads</h2>
      <table>
        <thead>
          <tr>
            <th className="number">n</th>
            <th>Load</th>
            <th>on</th>
            <th className="number">W</th>
            <th>from</th>
            <th className="number">h a day</th>
            <th className="number">duty</th>
            <th className="number">days</th>
            <th className="number">Wh a day</th>
          </tr>
        </thead>
        <tbody>
          {job.loads.map((load) => {
            const row = rows.find((each) => each.id === load.id)
            return (
              <tr key={load.id}>
                <td className="number">{load.quantity}</td>
                <td className="words">
                  {load.name}
                  {load.stage === 'later' && ' (later: not sized for)'}
                </td>
                <td>{shownEntry(load, 'supply')}</td>
                <td className="number">
                  <span className={UNSETTLED.has(load.basis) ? 'assumed' : ''}>
                    {row?.powerW ? formatNumber(row.powerW.value) : '–'}
                  </span>
                </td>
                <td>{load.basis}</td>
                <td className="number">{hoursShown(load)}</td>
                <td className="number">{formatPercent(load.dutyCycle)}</td>
                <td className="number">{formatNumber(load.daysPerWeek)}</td>
                <td className="number">{row?.dailyEnergyWh ? formatNumber(row.dailyEnergyWh.value, 0) : '–'}</td>
              </tr>
            )
          })}
          {loads.heating && (
            <tr>
              <td />
              <td colSpan={7}>
                Battery-box heating, in the heaviest month
                {!loads.heating.seenByMonitor && '; the monitor’s shunt does not see it'}
              </td>
              <td className="number">
                {formatNumber(loads.heating.byMonthWh[loads.heaviestMonth - 1]?.value ?? 0, 0)}
              </td>
            </tr>
          )}
          <tr>
            <td colSpan={8}>
              At the battery bus, with conversion loss, idle draw and{' '}
              <span className={job.loadMarginFraction === null ? 'assumed' : ''}>
                {formatPercent(loads.marginFraction.value)} margin
              </span>
            </td>
            <td className="number">
              <b>{formatNumber(loads.busDailyEnergyWh.value, 0)}</b>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  )
}

function hoursShown(load: Load): string {
  if (hasMeter(load)) return 'meter'
  const hours = load.hoursPerDay ?? load.hoursOfDay?.length
  return hours === undefined ? '–' : formatNumber(hours)
}

const SUN_SAID = {
  measured: 'measured here',
  published: 'published',
  climate: 'assumed of a climate',
  guess: 'guessed',
} as const

/** What the sun, the cold and the roofs were taken as. */
export function Place({ job: { site }, design }: SheetProps) {
  const { write } = design
  const { planes, recordHighC } = design.site
  const unsettled = site.sunBasis === 'climate' || site.sunBasis === 'guess'
  return (
    <section>
      <h2>Site</h2>
      <p>
        Sun <span className={unsettled ? 'assumed' : ''}>{SUN_SAID[site.sunBasis]}</span>
        {site.sunSource !== '' && ` (${site.sunSource})`}
        {site.sunGivenFor &&
          `, given for a plane of ${site.sunGivenFor.tiltDeg}° facing ${site.sunGivenFor.azimuthDeg}°`}
        {site.horizon.length > 0 && ', with the horizon as surveyed'}. Record low{' '}
        {site.recordLowC === null ? 'not known' : write.quantity(site.recordLowC, '°C')}, record high{' '}
        <span className={isUnsettled(recordHighC) ? 'assumed' : ''}>{write.quantity(recordHighC.value, '°C')}</span>.
      </p>
      {planes.map(({ plane, tiltDeg, azimuthDeg, share }) => (
        <p key={plane.id}>
          {plane.name}: {[...new Set(tiltDeg.map(({ value }) => `${value}°`))].join(' / ')} from flat, facing{' '}
          {azimuthDeg.value}°{planes.length > 1 && `, ${formatPercent(share)} of the array`}
          {plane.positions !== 'fixed' && `, set ${plane.positions === 'two' ? 'twice' : 'four times'} a year`}
        </p>
      ))}
    </section>
  )
}

export function Months({ design: { array, site } }: { design: Design }) {
  if (!array.yieldWh || !site.sunHours) return null
  return (
    <section>
      <h2>Month by month, kWh a day</h2>
      <table className="sheet-months">
        <thead>
          <tr>
            <th />
            <MonthHeads />
          </tr>
        </thead>
        <tbody>
          <tr>
            <th>sun hours</th>
            {MONTH_NAMES.map((name, i) => (
              <td key={name} className="number">
                {formatNumber(site.sunHours?.value[i] ?? 0, 1)}
              </td>
            ))}
          </tr>
          <tr>
            <th>yield</th>
            {MONTH_NAMES.map((name, i) => (
              <td key={name} className="number">
                {formatNumber((array.yieldWh?.value[i] ?? 0) / 1000, 1)}
              </td>
            ))}
          </tr>
          <tr>
            <th>need</th>
            {MONTH_NAMES.map((name, i) => (
              <td key={name} className="number">
                {formatNumber((array.needWh[i] ?? 0) / 1000, 1)}
              </td>
            ))}
          </tr>
        </tbody>
      </table>
    </section>
  )
}
