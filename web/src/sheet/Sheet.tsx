import { answers, cautionsFor, type Design, findings, itemName, type Job, LINKS } from '@yard-lamp/core'
import { stillOpen } from '@yard-lamp/core/checks'
import { rulesOf } from '@yard-lamp/core/rules'
import { formatMoney, formatNumber } from '@yard-lamp/core/units'
import { linkTitle } from '../pages.ts'
import { Bonding, Circuits } from './Circuits.tsx'
import { Loads, Months, Place } from './SiteAndLoads.tsx'
import { Workings } from './Workings.tsx'

interface SheetProps {
  job: Job
  design: Design
}

export function Sheet({ job, design }: SheetProps) {
  const all = findings(design)
  const found = stillOpen(all)
  const accepted = all.filter((finding) => finding.accepted !== null)
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
      {accepted.length > 0 && (
        <section className={accepted.some(({ severity }) => severity === 'danger') ? 'sheet-stop' : ''}>
          <h2>Accepted as it is</h2>
          <ul>
            {accepted.map((finding) => (
              <li key={finding.id + finding.place}>
                <b>{finding.severity}:</b> {finding.message} <i>Accepted {finding.accepted?.on}</i>
                {finding.accepted?.by !== '' && ` by ${finding.accepted?.by}`}: {finding.accepted?.reason}
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
            {design.beside.map(({ id, name, design: own }) => (
              <tr key={id}>
                <th>{name}, a system of its own</th>
                <td>
                  <b>{answers(own).battery}</b>
                </td>
                <td>{[answers(own).loads, answers(own).array, answers(own).controller].join('; ')}</td>
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
      <Circuits design={design} title="Wiring schedule" />
      <Bonding design={design} />
      {design.beside.map((each) => (
        <Circuits key={each.id} design={each.design} title={`Wiring schedule, ${each.name}`} />
      ))}
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
