import { type Design, itemName } from '@yard-lamp/core'
import { designationsOf } from '@yard-lamp/core/diagram'
import { WAYS } from '@yard-lamp/core/rules'
import { sizeInBoth } from '@yard-lamp/core/tables'
import { formatNumber, formatPercent, formatQuantity } from '@yard-lamp/core/units'
import { conduitNote, protectiveOf } from '@yard-lamp/core/wiring'

type Circuit = Design['wiring']['circuits'][number]

const pieces = (count: number): string => (count > 1 ? `${count} × ` : '')

const deviceText = ({ device, mustProtect }: Circuit): string =>
  device
    ? `${formatQuantity(device.ratingA.value, 'A')}, ${device.item ? itemName(device.item) : 'built into the unit'}`
    : mustProtect
      ? 'MISSING'
      : 'not needed'

const shortText = ({ shortA: { value } }: Circuit): string =>
  value <= 0 ? '–' : value < 1000 ? formatQuantity(value, 'A', 0) : formatQuantity(value / 1000, 'kA', 1)

/** Every circuit as an inspector reads it, under the names it has on the drawing and on its labels. */
export function Circuits({ design, title }: { design: Design; title: string }) {
  const { wiring, plant, write } = design
  const { cables, devices } = designationsOf(plant, wiring)
  return (
    <section>
      <h2>{title}</h2>
      <table>
        <thead>
          <tr>
            <th>W</th>
            <th>Circuit</th>
            <th className="number">n</th>
            <th className="number">A</th>
            <th className="number">up to V</th>
            <th className="number">{write.unit('m')}</th>
            <th>Cable, wires</th>
            <th>laid as</th>
            <th className="number">carries</th>
            <th className="number">drop</th>
            <th>F</th>
            <th>Device</th>
            <th className="number">short</th>
          </tr>
        </thead>
        <tbody>
          {wiring.circuits.map((circuit) => (
            <tr key={circuit.id}>
              <td>{cables.get(circuit.id)}</td>
              <td>
                {circuit.title}
                {circuit.reason !== '' && <span className="soft"> ({circuit.reason})</span>}
              </td>
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
                  ? `${pieces(circuit.cable.parallel)}${sizeInBoth(circuit.cable.size, write)}, ${circuit.wires * circuit.cable.parallel}`
                  : 'none chosen'}
                <Laying design={design} circuit={circuit} />
              </td>
              <td>{WAYS[circuit.installation].title}</td>
              <td className="number">{circuit.cable ? formatQuantity(circuit.cable.ampacityA.value, 'A', 0) : '–'}</td>
              <td className="number">{circuit.cable ? formatPercent(circuit.cable.dropFraction.value, 1) : '–'}</td>
              <td>{devices.get(circuit.id)}</td>
              <td>{deviceText(circuit)}</td>
              <td className="number">{shortText(circuit)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  )
}

/** Protective conductor and conduit, in a smaller hand below the cable. */
function Laying({ design: { wiring, write }, circuit }: { design: Design; circuit: Circuit }) {
  const protective = circuit.ac ? protectiveOf(circuit, wiring.rules) : null
  const note = conduitNote(circuit, wiring.rules)
  if (!note) return null
  return (
    <span className="soft sheet-laying">
      {protective && `PE ${write.size(protective.value)}; `}
      {note.conduit ? `conduit ${note.conduit}` : 'duct'}
    </span>
  )
}

/** Protective conductors with why they are so thick, and what whole ways lose. */
export function Bonding({ design: { wiring, plant, write } }: { design: Design }) {
  const { bonds } = designationsOf(plant, wiring)
  if (wiring.bonds.length === 0) return null
  return (
    <section>
      <h2>Earth and bonding</h2>
      <table>
        <thead>
          <tr>
            <th>PE</th>
            <th>Conductor</th>
            <th className="number">n</th>
            <th className="number">{write.unit('m')}</th>
            <th>Size</th>
            <th>by</th>
          </tr>
        </thead>
        <tbody>
          {wiring.bonds.map((bond) => (
            <tr key={bond.id}>
              <td>{bonds.get(bond.id)}</td>
              <td>{bond.title}</td>
              <td className="number">{bond.count}</td>
              <td className="number">
                <span className={bond.lengthM.origin === 'assumption' ? 'assumed' : ''}>
                  {write.number(bond.lengthM.value, 'm', 1)}
                </span>
              </td>
              <td>{bond.leftOut ? 'LEFT OUT' : sizeInBoth(bond.size.value, write)}</td>
              <td>{bond.least.source}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p>
        {wiring.rules.systemBond.value} ({wiring.rules.systemBond.source}). {wiring.rules.residualCurrent.value} (
        {wiring.rules.residualCurrent.source}). Whole ways lose:{' '}
        {wiring.paths.map(({ title, dropFraction }) => `${title} ${formatPercent(dropFraction, 1)}`).join('; ')}.
      </p>
    </section>
  )
}
