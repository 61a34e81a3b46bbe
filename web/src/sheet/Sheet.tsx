import { answers, cautionsFor, type Design, findings, itemName, type Job, LINKS, type Load } from '@yard-lamp/core'
import { hasMeter, shownEntry } from '@yard-lamp/core/loads'
import { rulesOf } from '@yard-lamp/core/rules'
import { sizeInBoth } from '@yard-lamp/core/tables'
import { formatMoney, formatNumber, formatPercent, formatQuantity, MONTH_NAMES } from '@yard-lamp/core/units'
import { linkTitle } from '../pages.ts'
import { isUnsettled } from '../working/Figure.tsx'
import { Workings } from './Workings.tsx'

interface SheetProps {
  job: Job
  design: Design
}

export function Sheet({ job, design }: SheetProps) {
  const found = findings(design)
  const shown = answers(design)
  const cautions = cautionsFor(design)
  const unfinished = design.needs.length > 0 || found.some(({ severity }) => severity !== 'advice')
  return (
    <main className="sheet">
      <header>
        <h1>{job.name}</h1>
        <p>
          {job.site.place}{' '}
          {job.site.latitudeDeg !== null &&
            `· ${formatNumber(job.site.latitudeDeg, 2)}°, ${formatNumber(job.site.longitudeDeg ?? 0, 2)}°`}{' '}
          · option: {design.option.name} · rules: {rulesOf(job.site).name}
        </p>
        {job.note !== '' && <p>{job.note}</p>}
      </header>
      {unfinished && (
        <section className="sheet-stop">
          <h2>Not to be built from: this design is not finished</h2>
          <ul>
            {found.map((finding) => (
              <li key={finding.id + finding.place}>
                <b>{finding.severity}:</b> {finding.message} {finding.remedy}
              </li>
            ))}
            {design.needs.map((need) => (
              <li key={need.place + need.message}>
                <b>needed:</b> {need.message}
              </li>
            ))}
          </ul>
        </section>
      )}
      <section>
        <h2>The design in one glance</h2>
        <table>
          <tbody>
            {LINKS.map((link) => (
              <tr key={link}>
                <th>{linkTitle(link)}</th>
                <td>
                  <b>{shown[link]}</b>
                </td>
                <td>{chosenItem(design, link)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section className="sheet-cautions">
        <h2>Read before the work</h2>
        <ul>
          {cautions.map((caution) => (
            <li key={caution.id}>{caution.text}</li>
          ))}
        </ul>
      </section>
      <Place job={job} design={design} />
      <Loads job={job} design={design} />
      <Months design={design} />
      <Circuits design={design} />
      <Parts design={design} />
      <Workings design={design} />
      <footer>
        Figures that are <span className="assumed">slanted and underlined</span> are assumptions or typical values, not
        measured. Prepared with Yard Lamp. To be checked by a licensed person against the code in force.
      </footer>
    </main>
  )
}

function chosenItem({ battery, array, controller, inverter }: Design, link: string): string {
  if (link === 'battery' && battery.item) return itemName(battery.item)
  if (link === 'array' && array.layout) return itemName(array.layout.panel)
  if (link === 'controller' && controller.item) return itemName(controller.item)
  if (link === 'inverter' && inverter.item) return itemName(inverter.item)
  return ''
}

const UNSETTLED = new Set(['typical', 'guess'])

function Loads({ job, design: { loads } }: SheetProps) {
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
            const row = loads.rows.find((each) => each.id === load.id)
            return (
              <tr key={load.id}>
                <td className="number">{load.quantity}</td>
                <td>
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
function Place({ job: { site }, design }: SheetProps) {
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

function Months({ design: { array, site } }: { design: Design }) {
  if (!array.yieldWh || !site.sunHours) return null
  return (
    <section>
      <h2>Month by month, kWh a day</h2>
      <table className="sheet-months">
        <thead>
          <tr>
            <th />
            {MONTH_NAMES.map((name) => (
              <th key={name} className="number">
                {name.slice(0, 3)}
              </th>
            ))}
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

function Circuits({ design: { wiring, write } }: { design: Design }) {
  return (
    <section>
      <h2>Wiring schedule</h2>
      <table>
        <thead>
          <tr>
            <th>Circuit</th>
            <th className="number">n</th>
            <th className="number">A</th>
            <th className="number">up to V</th>
            <th className="number">{write.unit('m')}</th>
            <th>Cable</th>
            <th>laid as</th>
            <th className="number">carries</th>
            <th className="number">drop</th>
            <th>Device</th>
          </tr>
        </thead>
        <tbody>
          {wiring.circuits.map((circuit) => (
            <tr key={circuit.id}>
              <td>{circuit.title}</td>
              <td className="number">{circuit.count}</td>
              <td className="number">{formatNumber(circuit.currentA.value, 1)}</td>
              <td className="number">
                {formatNumber(circuit.highestV, 0)} {circuit.ac ? 'AC' : 'DC'}
              </td>
              <td className="number">
                <span className={circuit.lengthM.origin === 'assumption' ? 'assumed' : ''}>
                  {write.number(circuit.lengthM.value, 'm', 1)}
                </span>
              </td>
              <td>
                {circuit.cable
                  ? `${circuit.cable.parallel > 1 ? `${circuit.cable.parallel} × ` : ''}${sizeInBoth(circuit.cable.size, write)}`
                  : 'none chosen'}
              </td>
              <td>{circuit.installation}</td>
              <td className="number">{circuit.cable ? formatQuantity(circuit.cable.ampacityA.value, 'A', 0) : '–'}</td>
              <td className="number">{circuit.cable ? formatPercent(circuit.cable.dropFraction.value, 1) : '–'}</td>
              <td>
                {circuit.device
                  ? `${formatQuantity(circuit.device.ratingA.value, 'A')}, ${itemName(circuit.device.item)}`
                  : circuit.mustProtect
                    ? 'MISSING'
                    : 'not needed'}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

function Parts({ design: { parts, write } }: { design: Design }) {
  return (
    <section>
      <h2>Parts</h2>
      <table>
        <tbody>
          {parts.lines.map((line) => (
            <tr key={line.key}>
              <td className="number">{write.quantity(line.quantity, line.unit)}</td>
              <td>{itemName(line.item)}</td>
              <td>{line.use}</td>
              <td className="number">{write.quantity(line.weightKg, 'kg', 1)}</td>
              <td className="number">{formatMoney(line.price, parts.currency)}</td>
            </tr>
          ))}
          <tr>
            <td colSpan={3}>
              <b>Together</b>
            </td>
            <td className="number">
              <b>{write.quantity(parts.weightKg.value, 'kg', 0)}</b>
            </td>
            <td className="number">
              <b>{formatMoney(parts.price.value, parts.currency)}</b>
            </td>
          </tr>
        </tbody>
      </table>
    </section>
  )
}
