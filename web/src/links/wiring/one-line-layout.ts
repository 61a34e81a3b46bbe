import type { Joint, Plant, Role, Unit } from '@yard-lamp/core/plant'

/** A unit in the picture; units alike that stand behind one another are one box. */
export interface PlacedUnit {
  readonly key: string
  readonly text: string
  readonly x: number
  readonly y: number
  readonly width: number
}

/** A joint in the picture: the corners it runs through, and what it runs through on its way. */
export interface PlacedJoint {
  readonly joint: Joint
  readonly corners: readonly Corner[]
  readonly through: readonly Unit[]
}

/** A way of a board with the loads behind it. */
export interface PlacedWay {
  readonly joint: Joint
  readonly text: string
  readonly x: number
  readonly y: number
  readonly width: number
}

type Corner = readonly [x: number, y: number]

/** A pair of bus bars, upright. */
export interface PlacedBus {
  readonly x: number
  readonly top: number
  readonly bottom: number
}

export interface OneLineLayout {
  readonly width: number
  readonly height: number
  readonly units: readonly PlacedUnit[]
  readonly joints: readonly PlacedJoint[]
  readonly ways: readonly PlacedWay[]
  readonly bus: PlacedBus | null
  /** The second stage, where inverters have bars of their own. */
  readonly inverterBus: PlacedBus | null
  /** Names of arrays above their rows, where there are several. */
  readonly captions: readonly { readonly text: string; readonly x: number; readonly y: number }[]
}

const WIDTH = 1000
const TOP = 34
const ROW = 88
export const BOX_HEIGHT = 44
export const WAY_HEIGHT = 24
export const BUS_WIDTH = 12
const BUS_X = 560
const INVERTER_BUS_X = 632

interface Box {
  readonly text: string
  readonly x: number
  readonly width: number
}

const BOARD = { x: 832, width: 160 }
/** Words of a box, and the column it stands in: sources at the left, what is fed at the right. */
const BOXES: Partial<Record<Role, Box>> = {
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
  relay: { text: 'Relay', x: 356, width: 92 },
  inverter: { text: 'Inverter', x: 690, width: 80 },
  'ac-coupled': { text: 'AC array', x: 690, width: 80 },
  'ac-board': { text: 'AC board', ...BOARD },
  'dc-board': { text: 'DC board', ...BOARD },
}
/** Panels on the AC side stand beside their own inverter, right of the bus. */
const AC_ARRAY = 'ac-coupled'
const BESIDE_AC = { x: 588, width: 60 }
/** Where a source that feeds the inverter from below comes up, and where the AC-coupled array joins the board. */
const UP_TO_INVERTER_X = 580
const INTO_INVERTER_X = 706
const UP_TO_BOARD_X = 816
/** What is drawn as a line; earthing and signals have drawings of their own. */
const DRAWN = new Set<Joint['carries']>(['pv', 'battery', 'dc', 'ac'])

/**
 * Where each unit of a plant stands in the one-line picture and how each joint runs.
 * @param arrayNames name of each array by its id
 */
export function oneLineLayout(plant: Plant, arrayNames: ReadonlyMap<string, string>): OneLineLayout {
  const joints = plant.joints.filter(({ carries }) => DRAWN.has(carries))
  const heights = heightsOf(plant, joints)
  const { boxes, placed } = placeUnits(plant, heights)
  const runs = joints.flatMap((joint): PlacedJoint[] => {
    const corners = cornersOf(joint, placed, plant)
    const through = joint.through.flatMap((id) => plant.units.find((unit) => unit.id === id) ?? [])
    return corners ? [{ joint, corners, through }] : []
  })
  const ways = waysOf(plant, joints, placed)
  const bottoms = [...boxes.map(({ y }) => y + BOX_HEIGHT), ...ways.map(({ y }) => y + WAY_HEIGHT)]
  const atBus = (role: Role) => busOf(plant, role, runs)
  const bus = atBus('bus')
  return {
    width: WIDTH,
    // Room below for the name of the bus.
    height: Math.max(...bottoms, (bus?.bottom ?? 0) + 4, TOP) + 24,
    units: boxes,
    joints: runs,
    ways,
    bus,
    inverterBus: atBus('inverter-bus'),
    captions: captionsOf(plant, placed, arrayNames),
  }
}

type HeightOf = (unit: Unit) => number | null

/** Rows at the left: an array each, the bank, engine and backup; at the right inverter, AC array and boards with their ways. */
function heightsOf({ units, branches }: Plant, joints: readonly Joint[]): HeightOf {
  const has = (role: Role) => units.some((unit) => unit.role === role)
  const onBus = (arrayId: string | null) => arrayId !== null && arrayId !== AC_ARRAY
  const arrays = [
    ...new Set(units.flatMap(({ role, arrayId }) => (role === 'panels' && arrayId && onBus(arrayId) ? [arrayId] : []))),
  ]
  const at = (row: number) => TOP + row * ROW
  const bank = at(arrays.length)
  const engine = bank + ROW
  const acWays = has('ac-board') ? branches.filter(({ board }) => board === 'ac').length : 0
  const acBottom = TOP + BOX_HEIGHT + acWays * WAY_HEIGHT + 22
  const dc = has('inverter') ? Math.max(acBottom, at(has('ac-coupled') ? 2 : 1)) : at(1)
  // A backup that feeds the inverter passes under the bus, below everything that is joined to it.
  const underBus = joints.some(
    ({ kind, to }) => kind === 'backup-ac' && units.find(({ id }) => id === to.unitId)?.role === 'inverter',
  )
  const beside = engine + (has('engine') ? ROW : 0)
  const source = underBus && has('dc-board') ? Math.max(beside, dc + ROW) : underBus ? Math.max(beside, at(2)) : beside
  return (unit) => {
    switch (unit.role) {
      case 'panels':
      case 'combiner':
      case 'controller':
        if (unit.arrayId === AC_ARRAY) return unit.role === 'panels' ? at(1) : null
        return unit.arrayId === null ? null : at(arrays.indexOf(unit.arrayId))
      case 'battery':
      case 'bank-bars':
        return bank
      case 'engine':
      case 'engine-charger':
      case 'relay':
        return engine
      case 'generator':
      case 'shore':
      case 'charger':
        return source
      case 'inverter':
      case 'ac-board':
        return TOP
      case 'ac-coupled':
        return at(1)
      case 'dc-board':
        return dc
      default:
        return null
    }
  }
}

type Placed = ReadonlyMap<string, PlacedUnit>

function placeUnits({ units }: Plant, heightOf: HeightOf): { boxes: PlacedUnit[]; placed: Placed } {
  const placed = new Map<string, PlacedUnit>()
  const boxes = new Map<string, PlacedUnit>()
  for (const unit of units) {
    const box = BOXES[unit.role]
    const y = heightOf(unit)
    if (!box || y === null) continue
    const key = `${unit.role}.${y}`
    const known = boxes.has(key)
    const count = unit.quantity > 1 && unit.role !== 'panels' ? ` × ${unit.quantity}` : ''
    const beside = unit.role === 'panels' && unit.arrayId === AC_ARRAY ? BESIDE_AC : box
    const own = { key, text: known ? `${box.text}s` : box.text + count, x: beside.x, y, width: beside.width }
    boxes.set(key, own)
    placed.set(unit.id, own)
  }
  // Where their strings join is drawn with them.
  const acPanels = units.find(({ role, arrayId }) => role === 'panels' && arrayId === AC_ARRAY)
  const acBox = acPanels && placed.get(acPanels.id)
  for (const { id, role, arrayId } of units)
    if (acBox && role === 'combiner' && arrayId === AC_ARRAY) placed.set(id, acBox)
  return { boxes: [...boxes.values()], placed }
}

/** Ways hang below their board, one a branch. */
function waysOf({ branches, units }: Plant, joints: readonly Joint[], placed: Placed): PlacedWay[] {
  const used = new Map<string, number>()
  return joints.flatMap((joint): PlacedWay[] => {
    if (joint.kind !== 'ac-branch' && joint.kind !== 'dc-branch') return []
    const board = placed.get(joint.from.unitId)
    const branch = branches.find(({ id }) => joint.id === `${joint.kind}-${id}`)
    if (!board || !branch) return []
    const at = used.get(board.key) ?? 0
    used.set(board.key, at + 1)
    const behind = units.some(({ id, role }) => id === joint.to.unitId && role === 'converter')
    const text = behind && branch.convertedV !== null ? `${branch.name}, ${branch.convertedV} V` : branch.name
    return [{ joint, text, x: board.x, y: board.y + BOX_HEIGHT + at * WAY_HEIGHT, width: board.width }]
  })
}

const busX = (role: Role): number => (role === 'inverter-bus' ? INVERTER_BUS_X : BUS_X)

function busOf({ units }: Plant, role: Role, runs: readonly PlacedJoint[]): PlacedBus | null {
  const id = units.find((unit) => unit.role === role)?.id
  const heights = runs
    .filter(({ joint }) => joint.from.unitId === id || joint.to.unitId === id)
    .flatMap(({ corners }) => corners.map(([, y]) => y))
  if (id === undefined || heights.length === 0) return null
  return { x: busX(role), top: Math.min(...heights) - 22, bottom: Math.max(...heights) + 22 }
}

function captionsOf({ units }: Plant, placed: Placed, arrayNames: ReadonlyMap<string, string>) {
  const arrays = new Set(units.flatMap(({ role, arrayId }) => (role === 'panels' && arrayId ? [arrayId] : [])))
  if (arrays.size < 2) return []
  return units.flatMap((unit) => {
    const at = unit.role === 'panels' ? placed.get(unit.id) : undefined
    return at ? [{ text: arrayNames.get(unit.arrayId ?? '') || 'Main array', x: at.x, y: at.y - 8 }] : []
  })
}

function cornersOf(joint: Joint, placed: Placed, { units }: Plant): readonly Corner[] | null {
  const roleOf = (id: string) => units.find((unit) => unit.id === id)?.role
  const from = placed.get(joint.from.unitId)
  const to = placed.get(joint.to.unitId)
  const [fromRole, toRole] = [roleOf(joint.from.unitId), roleOf(joint.to.unitId)]
  const middle = ({ y }: PlacedUnit) => y + BOX_HEIGHT / 2
  const isBus = (role: Role | undefined): role is Role => role === 'bus' || role === 'inverter-bus'
  if (isBus(fromRole) && isBus(toRole))
    return [
      [busX(fromRole) + BUS_WIDTH, TOP + BOX_HEIGHT / 2],
      [busX(toRole), TOP + BOX_HEIGHT / 2],
    ]
  if (from && isBus(toRole))
    return [
      [from.x + from.width, middle(from)],
      [busX(toRole), middle(from)],
    ]
  if (to && isBus(fromRole))
    return [
      [busX(fromRole) + BUS_WIDTH, middle(to)],
      [to.x, middle(to)],
    ]
  if (!from || !to || from === to) return null
  if (from.y === to.y)
    return [
      [from.x + from.width, middle(from)],
      [to.x, middle(to)],
    ]
  if (toRole === 'ac-board')
    return [
      [from.x + from.width, middle(from)],
      [UP_TO_BOARD_X, middle(from)],
      [UP_TO_BOARD_X, to.y + BOX_HEIGHT - 8],
      [to.x, to.y + BOX_HEIGHT - 8],
    ]
  if (toRole === 'inverter')
    return [
      [from.x + from.width, middle(from)],
      [UP_TO_INVERTER_X, middle(from)],
      [UP_TO_INVERTER_X, to.y + BOX_HEIGHT + 14],
      [INTO_INVERTER_X, to.y + BOX_HEIGHT + 14],
      [INTO_INVERTER_X, to.y + BOX_HEIGHT],
    ]
  const upX = to.x + to.width / 2
  return [
    [from.x + from.width, middle(from)],
    [upX, middle(from)],
    [upX, to.y + BOX_HEIGHT],
  ]
}
