import type { Design, Known } from '@yard-lamp/core'
import { cableCost, type RoomLeft } from '@yard-lamp/core/after'
import { sizeInBoth, TIME_CURRENT } from '@yard-lamp/core/tables'
import { formatArea, formatMoney, formatNumber, formatQuantity } from '@yard-lamp/core/units'
import { conduitNote, protectiveOf, START_S } from '@yard-lamp/core/wiring'
import type { ReactNode } from 'react'
import { useWrite } from '../../store/use-write.ts'
import { Figure } from '../../working/Figure.tsx'
import { useRoomLeft } from './use-room-left.ts'

type Circuit = Design['wiring']['circuits'][number]

/** What a circuit carries, what carries it, what protects it, what it loses and what more it bears. */
export function CircuitFigures({ design, circuit }: { design: Design; circuit: Circuit }) {
  return (
    <div className="circuit-figures">
      <Currents circuit={circuit} />
      {circuit.cable && <Conductor design={design} circuit={circuit} cable={circuit.cable} />}
      <Device circuit={circuit} />
      <Losses design={design} circuit={circuit} />
      <Room design={design} circuit={circuit} />
      <Making design={design} circuit={circuit} />
    </div>
  )
}

function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section>
      <h4>{title}</h4>
      <dl>{children}</dl>
    </section>
  )
}

function Row({ label, note, children }: { label: string; note?: string | undefined; children: ReactNode }) {
  return (
    <>
      <dt>{label}</dt>
      <dd>
        {children}
        {note && <span className="soft small"> {note}</span>}
      </dd>
    </>
  )
}

const amps = (figure: Known) => <Figure figure={figure} unit="A" decimals={figure.value < 10 ? 1 : 0} />

function Currents({
  circuit: { currentA, workingA, continuousA, startA, factor, voltageV, highestV },
}: {
  circuit: Circuit
}) {
  return (
    <Group title="Current">
      <Row label="design">{amps(currentA)}</Row>
      <Row label="times" note={factor.from}>
        {formatNumber(factor.value)}
      </Row>
      <Row label="at work">{amps(workingA)}</Row>
      <Row label="all day">{amps(continuousA)}</Row>
      {startA && (
        <Row label="worst start" note={`for ${formatQuantity(START_S, 's')}`}>
          {amps(startA)}
        </Row>
      )}
      <Row label="voltage" note={`up to ${formatQuantity(highestV, 'V', 0)}`}>
        <Figure figure={voltageV} unit="V" decimals={0} />
      </Row>
    </Group>
  )
}

interface ConductorProps {
  design: Design
  circuit: Circuit
  cable: NonNullable<Circuit['cable']>
}

function Conductor({ design: { wiring }, circuit, cable }: ConductorProps) {
  const write = useWrite()
  const protective = circuit.ac ? protectiveOf(circuit, wiring.rules) : null
  const { terminal } = circuit
  return (
    <Group title="Cable">
      <Row label="size" note={cable.chosen ? 'set by hand' : `decided by ${cable.limitedBy ?? 'hand'}`}>
        {cable.parallel > 1 && `${cable.parallel} × `}
        {sizeInBoth(cable.size, write)}
      </Row>
      <Row
        label="as laid"
        note={`${formatNumber(cable.tableA, 0)} × ${formatNumber(cable.ambientFactor.value, 2)} for the air × ${formatNumber(cable.groupingFactor.value, 2)} for its neighbours`}
      >
        {formatQuantity(cable.correctedA, 'A', 0)}
      </Row>
      {cable.terminalA !== null && (
        <Row label="terminals" note={`of ${circuit.terminalC.value} °C`}>
          {formatQuantity(cable.terminalA, 'A', 0)}
        </Row>
      )}
      <Row label="carries">{amps(cable.ampacityA)}</Row>
      {cable.leastAreaMm2 && (
        <Row label="bears a short from">
          <Figure figure={cable.leastAreaMm2} unit="mm²" decimals={1} />
        </Row>
      )}
      {protective && (
        <Row label="protective" note={protective.source}>
          {sizeInBoth(protective.value, write)}
        </Row>
      )}
      {terminal && (
        <Row label="goes into">
          {formatArea(terminal.maxAreaMm2)} <span className="soft small">{terminal.unitName.toLowerCase()}</span>
        </Row>
      )}
      <Row label="loses">
        <Figure figure={cable.dropV} unit="V" decimals={2} />,{' '}
        <Figure figure={cable.dropFraction} shown={cable.dropFraction.value * 100} unit="%" decimals={1} />,{' '}
        <Figure figure={cable.lossW} unit="W" decimals={1} />
      </Row>
    </Group>
  )
}

function Device({
  circuit: { device, shortA, startA, highestV, ac, deviceEnds, use, guardedBy, kind },
}: {
  circuit: Circuit
}) {
  return (
    <Group title="Device">
      {device ? (
        <>
          <Row label="rating" note={device.ratingA.from}>
            {amps(device.ratingA)}
          </Row>
          <Row label="at least">{amps(device.minimumA)}</Row>
          <Row
            label="opens as"
            note={
              startA
                ? device.opensOnStart
                  ? 'it opens on the worst start'
                  : 'the worst start does not open it'
                : undefined
            }
          >
            {TIME_CURRENT[device.opening].title}
          </Row>
          {device.item && (
            <Row
              label="breaks"
              note={`at up to ${formatQuantity(ac ? device.item.maxAcV : device.item.maxDcV, 'V', 0)}; ${formatQuantity(highestV, 'V', 0)} here`}
            >
              {formatQuantity(device.item.interruptingA / 1000, 'kA')}
            </Row>
          )}
          {deviceEnds > 1 && <Row label="stands">at either end</Row>}
        </>
      ) : (
        <Row label="none" note={withoutDevice({ use, guardedBy, kind })}>
          {' '}
        </Row>
      )}
      {shortA.value > 0 && (
        <Row label="a short there" note={shortA.from}>
          <Figure figure={shortA} shown={shortA.value / 1000} unit="kA" decimals={shortA.value < 1000 ? 2 : 1} />
        </Row>
      )}
    </Group>
  )
}

function Losses({ design, circuit }: { design: Design; circuit: Circuit }) {
  const write = useWrite()
  const cost = cableCost(design, circuit.id)
  if (!cost) return null
  const { lostKwhPerYear, lostPricePerYear, fullHoursPerYear, next } = cost
  const { currency } = design.parts
  return (
    <Group title="In a year">
      <Row label="lost" note={`${formatNumber(fullHoursPerYear.value, 0)} h at full current: ${fullHoursPerYear.from}`}>
        {formatQuantity(lostKwhPerYear.value, 'kWh', 1)}, {formatMoney(lostPricePerYear.value, currency)}
      </Row>
      {next && (
        <Row
          label="next thicker"
          note={next.years.value === null ? 'never pays' : `pays in ${formatQuantity(next.years.value, 'y', 1)}`}
        >
          {write.size(next.size)}: {formatMoney(next.priceMore.value, currency)} more, saves{' '}
          {formatQuantity(next.savedKwhPerYear, 'kWh', 1)}
        </Row>
      )}
    </Group>
  )
}

const WITH_ONE_MORE: Readonly<Record<keyof RoomLeft['breaks'], string>> = {
  string: 'one string more',
  battery: 'one battery more',
  inverter: 'one inverter more',
}

function Room({ design, circuit }: { design: Design; circuit: Circuit }) {
  const room = useRoomLeft(design)?.find(({ circuitId }) => circuitId === circuit.id)
  if (!room) return null
  return (
    <Group title="Room left">
      <Row label="a load more" note={room.first ? `then the ${room.first}` : undefined}>
        {room.moreA < 0.05 ? 'none' : `${formatQuantity(room.moreA, 'A', 1)}, ${formatQuantity(room.moreW, 'W', 0)}`}
      </Row>
      {(Object.keys(WITH_ONE_MORE) as (keyof RoomLeft['breaks'])[]).map((added) => (
        <Row key={added} label={WITH_ONE_MORE[added]}>
          {room.breaks[added] === '' ? 'holds' : <span className="circuit-breaks">{room.breaks[added]}</span>}
        </Row>
      ))}
    </Group>
  )
}

/** What the one who lays it needs to know. */
function Making({ design, circuit }: { design: Design; circuit: Circuit }) {
  const write = useWrite()
  const note = conduitNote(circuit, design.wiring.rules)
  if (!circuit.cable || !note) return null
  const { count, cable, lengthM, kind, wires } = circuit
  const equal = (count > 1 && (kind === 'battery-string' || kind === 'inverter-dc')) || cable.parallel > 1
  return (
    <Group title="Laying it">
      <Row label="wires" note={wires > 2 ? 'the protective one counted' : undefined}>
        {count > 1 ? `${count} × ` : ''}
        {wires * cable.parallel}
      </Row>
      {equal && (
        <Row label="cut all to" note="one size, the same lugs: equal leads share equally">
          {write.quantity(lengthM.value, 'm', 2)}
        </Row>
      )}
      <Row label="conduit" note={note.source}>
        {note.conduit ?? 'none so large: lay it in a duct'}
      </Row>
      {note.gland && <Row label="gland, each">{note.gland}</Row>}
    </Group>
  )
}

/** Why nothing trips in a circuit. */
function withoutDevice({ use, guardedBy, kind }: Pick<Circuit, 'use' | 'guardedBy' | 'kind'>): string | undefined {
  if (guardedBy !== null) return 'the device of its string of batteries protects it'
  if (kind === 'converted') return 'the converter holds what it gives'
  return use === 'pv' ? 'nothing but the sun feeds it; an isolator opens it' : undefined
}
