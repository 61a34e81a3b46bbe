import type { Joint, Plant, Role, Unit } from '@yard-lamp/core/plant'

/** A unit in the picture; units alike that stand behind one another are one box. */
export interface PlacedUnit {
  readonly key: string
  readonly text: string
  readonly x: number
  readonly y: number
  readonly width: number
}

/** A joint in the picture: the corners it runs through, and the piece its label stands on. */
export interface PlacedJoint {
  readonly joint: Joint
  readonly corners: readonly (readonly [number, number])[]
}

export interface OneLineLayout {
  readonly width: number
  readonly height: number
  readonly units: readonly PlacedUnit[]
  readonly joints: readonly PlacedJoint[]
  readonly bus: { readonly x: number; readonly top: number; readonly bottom: number } | null
  /** Names of arrays above their rows, where there are several. */
  readonly captions: readonly { readonly text: string; readonly x: number; readonly y: number }[]
}

const WIDTH = 1000
const TOP = 34
const ROW = 88
export const BOX_HEIGHT = 44
export const BUS_WIDTH = 12
const BUS_X = 560

/** Words of a box, and the column it stands in: sources at the left, what is fed at the right. */
const BOXES: Partial<Record<Role, { text: string; x: number; width: number }>> = {
  panels: { text: 'Panels', x: 10, width: 90 },
  battery: { text: 'Batteries', x: 10, width: 90 },
  generator: { text: 'Generator', x: 10, width: 90 },
  shore: { text: 'Shore', x: 10, width: 90 },
  engine: { text: 'Engine', x: 10, width: 90 },
  combiner: { text: 'join', x: 196, width: 60 },
  'bank-bars': { text: 'join', x: 196, width: 60 },
  controller: { text: 'Controller', x: 356, width: 92 },
  charger: { text: 'Charger', x: 356, width: 92 },
  'engine-charger': { text: 'Charger', x: 356, width: 92 },
  inverter: { text: 'Inverter', x: 680, width: 96 },
  'ac-coupled': { text: 'AC array', x: 748, width: 84 },
  'ac-board': { text: 'AC board', x: 890, width: 100 },
  'dc-board': { text: 'DC board', x: 890, width: 100 },
  converter: { text: 'Converter', x: 890, width: 100 },
}
/** Panels on the AC side stand beside their own inverter, right of the bus. */
const AC_ARRAY = 'ac-coupled'
const BESIDE_AC = { x: 588, width: 64 }
/** What is drawn as a line; earthing and signals have drawings of their own. */
const DRAWN = new Set<Joint['carries']>(['pv', 'battery', 'dc', 'ac'])

/**
 * Where each unit of a plant stands in the one-line picture and how each joint runs.
 * @param arrayNames name of each array by its id
 */
export function oneLineLayout(plant: Plant, arrayNames: ReadonlyMap<string, string>): OneLineLayout {
  const joints = plant.joints.filter(({ carries }) => DRAWN.has(carries))
  const rowOf = rowsOf(plant.units, joints)
  const placed = new Map<string, PlacedUnit>()
  const boxes = new Map<string, PlacedUnit>()
  for (const unit of plant.units) {
    const box = BOXES[unit.role]
    const row = rowOf(unit)
    if (!box || row === null) continue
    const key = `${unit.role}.${row}`
    const several = unit.quantity > 1 || boxes.has(key)
    const known = boxes.get(key)
    const count = known ? '' : several && unit.role !== 'panels' ? ` × ${unit.quantity}` : ''
    const beside = unit.role === 'panels' && unit.arrayId === AC_ARRAY ? BESIDE_AC : box
    const own = {
      key,
      text: known ? `${box.text}s` : box.text + count,
      x: beside.x,
      y: TOP + row * ROW,
      width: beside.width,
    }
    boxes.set(key, own)
    placed.set(unit.id, own)
  }
  // Where their strings join is drawn with them.
  const acPanels = plant.units.find(({ role, arrayId }) => role === 'panels' && arrayId === AC_ARRAY)
  const acBox = acPanels && placed.get(acPanels.id)
  for (const { id, role, arrayId } of plant.units)
    if (acBox && role === 'combiner' && arrayId === AC_ARRAY) placed.set(id, acBox)
  const busIds = new Set(plant.units.filter(({ role }) => role === 'bus').map(({ id }) => id))
  const runs = joints.flatMap((joint): PlacedJoint[] => {
    const corners = cornersOf(joint, placed, busIds)
    return corners ? [{ joint, corners }] : []
  })
  const onBus = runs
    .filter(({ joint }) => busIds.has(joint.from.unitId) || busIds.has(joint.to.unitId))
    .flatMap(({ corners }) => corners.map(([, y]) => y))
  const rows = Math.max(1, ...[...boxes.values()].map(({ y }) => (y - TOP) / ROW + 1))
  const arrays = new Set(plant.units.flatMap(({ role, arrayId }) => (role === 'panels' && arrayId ? [arrayId] : [])))
  return {
    width: WIDTH,
    // Room below for the name of the bus.
    height: TOP + rows * ROW - (ROW - BOX_HEIGHT) + 28,
    units: [...boxes.values()],
    joints: runs,
    bus: onBus.length === 0 ? null : { x: BUS_X, top: Math.min(...onBus) - 22, bottom: Math.max(...onBus) + 22 },
    captions:
      arrays.size < 2
        ? []
        : plant.units.flatMap((unit) => {
            const at = unit.role === 'panels' ? placed.get(unit.id) : undefined
            return at ? [{ text: arrayNames.get(unit.arrayId ?? '') || 'Main array', x: at.x, y: at.y - 8 }] : []
          }),
  }
}

/** Rows: an array each, the bank, engine and backup at the left; inverter, AC array, DC board and converters at the right. */
function rowsOf(units: readonly Unit[], joints: readonly Joint[]): (unit: Unit) => number | null {
  const has = (role: Role) => units.some((unit) => unit.role === role)
  const onBus = (arrayId: string | null) => arrayId !== null && arrayId !== AC_ARRAY
  const arrays = [
    ...new Set(units.flatMap(({ role, arrayId }) => (role === 'panels' && arrayId && onBus(arrayId) ? [arrayId] : []))),
  ]
  const bank = arrays.length
  const engine = bank + 1
  const source = engine + (has('engine') ? 1 : 0)
  const dc = has('ac-coupled') ? 2 : 1
  // A backup that feeds the inverter passes under the bus, below everything that is joined to it.
  const underBus = joints.some(
    ({ kind, to }) => kind === 'backup-ac' && units.find(({ id }) => id === to.unitId)?.role === 'inverter',
  )
  return (unit) => {
    switch (unit.role) {
      case 'panels':
      case 'combiner':
      case 'controller':
        if (unit.arrayId === AC_ARRAY) return unit.role === 'panels' ? 1 : null
        return unit.arrayId === null ? null : arrays.indexOf(unit.arrayId)
      case 'battery':
      case 'bank-bars':
        return bank
      case 'engine':
      case 'engine-charger':
        return engine
      case 'generator':
      case 'shore':
      case 'charger':
        return underBus ? Math.max(source, dc + 1) : source
      case 'inverter':
      case 'ac-board':
        return 0
      case 'ac-coupled':
        return 1
      case 'dc-board':
        return dc
      case 'converter':
        return dc + 1
      default:
        return null
    }
  }
}

function cornersOf(joint: Joint, placed: ReadonlyMap<string, PlacedUnit>, busIds: ReadonlySet<string>) {
  const from = placed.get(joint.from.unitId)
  const to = placed.get(joint.to.unitId)
  const middle = ({ y }: PlacedUnit) => y + BOX_HEIGHT / 2
  if (from && busIds.has(joint.to.unitId))
    return [
      [from.x + from.width, middle(from)],
      [BUS_X, middle(from)],
    ] as const
  if (to && busIds.has(joint.from.unitId))
    return [
      [BUS_X + BUS_WIDTH, middle(to)],
      [to.x, middle(to)],
    ] as const
  if (!from || !to || from === to) return null
  if (from.y === to.y)
    return [
      [from.x + from.width, middle(from)],
      [to.x, middle(to)],
    ] as const
  const centre = to.x + to.width / 2
  if (from.x === to.x)
    return [
      [centre, from.y + BOX_HEIGHT],
      [centre, to.y],
    ] as const
  return [
    [from.x + from.width, middle(from)],
    [centre, middle(from)],
    [centre, to.y + BOX_HEIGHT],
  ] as const
}
