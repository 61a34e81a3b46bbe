import { itemName } from '../catalogue/schema.ts'
import { branchCircuitId, convertedCircuitId } from '../plant/boards.ts'
import type { Unit } from '../plant/plant.ts'
import { formatNumber, formatSize } from '../units/format.ts'
import { type Circuit, isBreaker } from '../wiring/circuits.ts'
import { pieces } from './alike.ts'
import type { Designations } from './designations.ts'
import type { DiagramBrief, DiagramMark, DiagramRun, DiagramWay } from './model.ts'
import type { Corner } from './place.ts'
import { symbolOf } from './symbols.ts'

const cableText = ({ cable }: Circuit): string =>
  cable ? `${pieces(cable.parallel)}${formatSize(cable.size)}` : 'no cable'

const lackOf = ({ cable, device, mustProtect }: Circuit): string =>
  cable ? (mustProtect && !device ? 'no device' : '') : 'no cable'

const MARK_STEP = 44
const FIRST_MARK = 34
/** A run between two boxes or bars, with what stands in it. */
export function runOf(
  { write }: DiagramBrief,
  circuit: Circuit,
  corners: readonly Corner[],
  through: readonly Unit[],
  { cables, devices, units }: Designations,
): DiagramRun {
  const [[x1, y] = [0, 0], [x2] = [0, 0]] = corners
  const { device, deviceEnds, count, lengthM, wires, cable } = circuit
  const deviceText = device ? `${devices.get(circuit.id) ?? ''} ${formatNumber(device.ratingA.value)} A` : ''
  const deviceMark = (x: number): DiagramMark => ({
    symbol: isBreaker(circuit) ? 'breaker' : 'fuse',
    x,
    y,
    text: deviceText,
    title: device?.item ? itemName(device.item) : 'built into the unit',
    hangs: false,
  })
  const inLine = [
    ...(device ? [deviceMark] : []),
    ...through.map(
      (unit) =>
        (x: number): DiagramMark => ({
          symbol: symbolOf(unit.role),
          x,
          y,
          text: units.get(unit.id) ?? '',
          title: unit.name,
          hangs: unit.role === 'surge',
        }),
    ),
  ]
  const step = Math.min(MARK_STEP, (x2 - x1) / Math.max(1, inLine.length))
  // Clear of the box it leaves, where there is room for that.
  const first = Math.max(step / 2, Math.min(FIRST_MARK, x2 - x1 - 20 - step * (inLine.length - 1)))
  // A device at either end: the second stands before the far unit.
  const far = device && deviceEnds === 2 ? [deviceMark(x2 - 26)] : []
  const alike = count > 1 ? `${count} × ` : ''
  return {
    circuitId: circuit.id,
    title: circuit.title,
    corners,
    marks: [...inLine.map((make, i) => make(x1 + first + i * step)), ...far],
    cable: `${cables.get(circuit.id) ?? ''}  ${cableText(circuit)}`,
    run: `${alike}${write.quantity(lengthM.value, 'm', 1)}, ${wires * (cable?.parallel ?? 1)} wires`,
    textX: (x1 + x2) / 2,
    textY: y,
    lacks: lackOf(circuit),
  }
}

/** A way of a board. */
export function wayOf(
  { plant, write }: DiagramBrief,
  circuit: Circuit,
  { cables, devices, units }: Designations,
): Omit<DiagramWay, 'x' | 'y' | 'width'> {
  const { device, lengthM } = circuit
  const isBehind = circuit.kind === 'converted'
  const branch = plant.branches.find(
    (each) => circuit.id === (isBehind ? convertedCircuitId(each) : branchCircuitId(each)),
  )
  const rated = device
    ? `${devices.get(circuit.id) ?? ''} ${formatNumber(device.ratingA.value)} A · `
    : circuit.mustProtect
      ? 'no device · '
      : ''
  const name = branch?.name ?? circuit.title
  const converter = branch && branch.convertedV !== null
  return {
    circuitId: circuit.id,
    title: circuit.title,
    name:
      circuit.kind === 'battery-series'
        ? 'series joins'
        : circuit.kind === 'sense'
          ? `monitor ${units.get('monitor') ?? ''}`
          : isBehind
            ? `${name}, ${branch?.convertedV} V`
            : converter
              ? `Converter, ${name}`
              : name,
    text: `${rated}${cables.get(circuit.id) ?? ''} ${cableText(circuit)} · ${pieces(circuit.kind === 'battery-series' ? circuit.count : 1)}${write.quantity(lengthM.value, 'm', lengthM.value < 1 ? 1 : 0)}`,
    lacks: lackOf(circuit),
  }
}
