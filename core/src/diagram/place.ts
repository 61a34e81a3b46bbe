import type { Joint, Plant, Role, Unit } from '../plant/plant.ts'
import {
  AC_ARRAY,
  BESIDE_AC,
  BOX_HEIGHT,
  BUS_WIDTH,
  BUS_X,
  COLUMNS,
  EARTH_ROOM,
  FOLD_ROOM,
  INTO_INVERTER_X,
  INVERTER_BUS_X,
  ROW,
  TOP,
  UP_TO_BOARD_X,
  UP_TO_INVERTER_X,
  WAY_HEIGHT,
  WIDTH,
} from './columns.ts'

/** Own composition by columns: DC from the sun to the loads, left to right; AC beyond; earth below. */

export type Corner = readonly [x: number, y: number]

/** A unit in the picture; units alike that stand behind one another are one box. */
export interface PlacedUnit {
  readonly key: string
  readonly unitIds: readonly string[]
  readonly role: Role
  readonly x: number
  readonly y: number
  readonly width: number
}

/** A joint in the picture: the corners it runs through. */
export interface PlacedJoint {
  readonly joint: Joint
  readonly corners: readonly Corner[]
}

/** A way of a board with the loads behind it, or one of several alike under their box. */
export interface PlacedWay {
  readonly joint: Joint
  readonly x: number
  readonly y: number
  readonly width: number
}

/** A pair of bus bars, upright. */
export interface PlacedBus {
  readonly unitId: string
  readonly x: number
  readonly top: number
  readonly bottom: number
}

/** Several alike, told one by one below their box. */
export interface Unfolded {
  readonly key: string
  readonly lines: number
}

export interface Placing {
  readonly width: number
  readonly height: number
  readonly boxes: readonly PlacedUnit[]
  readonly joints: readonly PlacedJoint[]
  readonly ways: readonly PlacedWay[]
  readonly buses: readonly PlacedBus[]
  /** Where the earth bar lies. */
  readonly earthY: number
}

/** What is drawn as a line; earth has its own bar, signals none. */
const DRAWN = new Set<Joint['carries']>(['pv', 'battery', 'dc', 'ac'])

export function placeOf(plant: Plant, unfolded: readonly Unfolded[]): Placing {
  const joints = plant.joints.filter(({ carries }) => DRAWN.has(carries))
  const heightOf = heightsOf(plant, joints, unfolded)
  const placed = placeUnits(plant, heightOf)
  const boxes = [...new Set(placed.values())]
  const runs = joints.flatMap((joint): PlacedJoint[] => {
    const corners = cornersOf(joint, placed, plant)
    return corners ? [{ joint, corners }] : []
  })
  const ways = waysOf(plant, joints, placed)
  const buses = (['bus', 'inverter-bus'] as const).flatMap((role) => busOf(plant, role, runs) ?? [])
  const extra = (key: string) => (unfolded.find((each) => each.key === key)?.lines ?? 0) * WAY_HEIGHT
  const bottom = Math.max(
    TOP,
    ...boxes.map(({ y, key }) => y + BOX_HEIGHT + extra(key) + 34),
    ...ways.map(({ y }) => y + WAY_HEIGHT),
    ...buses.map((bus) => bus.bottom + 22),
  )
  return { width: WIDTH, height: bottom + EARTH_ROOM, boxes, joints: runs, ways, buses, earthY: bottom + 44 }
}

type HeightOf = (unit: Unit) => number | null

export const boxKey = (role: Role, row: string): string => `${role}.${row}`

/** The row a unit stands in, by name: a row keeps its name whatever is added to another. */
function rowOf({ role, arrayId }: Unit): string | null {
  switch (role) {
    case 'panels':
    case 'combiner':
    case 'controller':
      return arrayId
    case 'battery':
    case 'bank-bars':
      return 'bank'
    case 'engine':
    case 'engine-charger':
    case 'relay':
      return 'engine'
    case 'generator':
    case 'shore':
    case 'charger':
      return 'source'
    case 'inverter':
    case 'ac-board':
      return 'ac'
    case 'ac-coupled':
      return AC_ARRAY
    case 'dc-board':
      return 'dc'
    default:
      return null
  }
}

/** Rows at the left: an array each, the bank, engine and backup; at the right inverter, AC array and boards with their ways. */
function heightsOf({ units, branches }: Plant, joints: readonly Joint[], unfolded: readonly Unfolded[]): HeightOf {
  const has = (role: Role) => units.some((unit) => unit.role === role)
  const linesIn = (row: string) =>
    Math.max(0, ...unfolded.filter(({ key }) => key.endsWith(`.${row}`)).map(({ lines }) => lines))
  const belowBank = joints.filter(({ kind }) => BELOW_BANK.has(kind)).length
  const depth = (row: string) => ROW + (linesIn(row) + (row === 'bank' ? belowBank : 0)) * WAY_HEIGHT
  const arrays = [
    ...new Set(
      units.flatMap(({ role, arrayId }) => (role === 'panels' && arrayId && arrayId !== AC_ARRAY ? [arrayId] : [])),
    ),
  ]
  const left = new Map<string, number>()
  let y = TOP
  for (const row of [...arrays, 'bank', ...(has('engine') ? ['engine'] : [])]) {
    left.set(row, y)
    y += depth(row)
  }
  const beside = y
  const acWays = has('ac-board') ? branches.filter(({ board }) => board === 'ac').length : 0
  const coupled = TOP + depth('ac')
  const acBottom = Math.max(TOP + BOX_HEIGHT + acWays * WAY_HEIGHT + 56, coupled)
  const dc = has('inverter') ? Math.max(acBottom, has('ac-coupled') ? coupled + depth(AC_ARRAY) : 0) : TOP + ROW
  // A backup that feeds the inverter passes under the bus, below everything that is joined to it.
  const underBus = joints.some(
    ({ kind, to }) => kind === 'backup-ac' && units.find(({ id }) => id === to.unitId)?.role === 'inverter',
  )
  const source = underBus ? Math.max(beside, has('dc-board') ? dc + ROW : TOP + 2 * ROW) : beside
  const rows = new Map([...left, ['source', source], ['ac', TOP], [AC_ARRAY, coupled], ['dc', dc]])
  return (unit) => {
    const row = rowOf(unit)
    return row === null ? null : (rows.get(row) ?? null)
  }
}

type Placed = ReadonlyMap<string, PlacedUnit>

function placeUnits({ units }: Plant, heightOf: HeightOf): Placed {
  const boxes = new Map<string, PlacedUnit>()
  for (const unit of units) {
    const column = unit.role === 'panels' && unit.arrayId === AC_ARRAY ? BESIDE_AC : COLUMNS[unit.role]
    const y = heightOf(unit)
    if (!column || y === null) continue
    // Where strings of an array on the AC side join is drawn with them.
    if (unit.role === 'combiner' && unit.arrayId === AC_ARRAY) continue
    const key = boxKey(unit.role, rowOf(unit) ?? '')
    const known = boxes.get(key)
    boxes.set(key, {
      key,
      unitIds: [...(known?.unitIds ?? []), unit.id],
      role: unit.role,
      x: column.x,
      y,
      width: column.width,
    })
  }
  const placed = new Map<string, PlacedUnit>()
  for (const box of boxes.values()) for (const id of box.unitIds) placed.set(id, box)
  const coupled = [...boxes.values()].find(({ key }) => key === boxKey('panels', AC_ARRAY))
  for (const { id, role, arrayId } of units)
    if (coupled && role === 'combiner' && arrayId === AC_ARRAY) placed.set(id, coupled)
  return placed
}

/** Wide enough for a device, a cable and a length. */
const BELOW_BANK_WIDTH = 164
/** What is told below the bank, a line each. */
export const BELOW_BANK: ReadonlySet<Joint['kind']> = new Set(['battery-series', 'sense'])

/** Ways hang below their board, one a branch, and below that what goes on behind its converter. */
function waysOf({ branches }: Plant, joints: readonly Joint[], placed: Placed): PlacedWay[] {
  const used = new Map<string, number>()
  const below = (board: PlacedUnit, joint: Joint, roomY = 0): PlacedWay => {
    const at = used.get(board.key) ?? 0
    used.set(board.key, at + 1)
    return { joint, x: board.x, y: board.y + BOX_HEIGHT + roomY + at * WAY_HEIGHT, width: board.width }
  }
  // Strings of the bank are told one by one below it: what folds them stands there.
  const folds = joints.some(({ kind }) => kind === 'battery-string')
  return joints.flatMap((joint): PlacedWay[] => {
    const board = placed.get(joint.from.unitId)
    // Series joins and the monitor’s leads stand below the bank.
    if (BELOW_BANK.has(joint.kind)) {
      const bank = placed.get('battery')
      return bank ? [{ ...below(bank, joint, folds ? FOLD_ROOM : 0), width: BELOW_BANK_WIDTH }] : []
    }
    if (joint.kind !== 'ac-branch' && joint.kind !== 'dc-branch') return []
    if (!board || !branches.some(({ id }) => joint.id === `${joint.kind}-${id}`)) return []
    const behind = joints.filter(({ kind, from }) => kind === 'converted' && from.unitId === joint.to.unitId)
    return [below(board, joint), ...behind.map((each) => below(board, each))]
  })
}

const busX = (role: Role): number => (role === 'inverter-bus' ? INVERTER_BUS_X : BUS_X)

function busOf({ units }: Plant, role: Role, runs: readonly PlacedJoint[]): PlacedBus | null {
  const unitId = units.find((unit) => unit.role === role)?.id
  const heights = runs
    .filter(({ joint }) => joint.from.unitId === unitId || joint.to.unitId === unitId)
    .flatMap(({ joint, corners }) => {
      const end = joint.from.unitId === unitId ? corners[0] : corners.at(-1)
      return end ? [end[1]] : []
    })
  if (unitId === undefined || heights.length === 0) return null
  return { unitId, x: busX(role), top: Math.min(...heights) - 26, bottom: Math.max(...heights) + 26 }
}

function cornersOf(joint: Joint, placed: Placed, { units }: Plant): readonly Corner[] | null {
  const roleOf = (id: string) => units.find((unit) => unit.id === id)?.role
  const from = placed.get(joint.from.unitId)
  const to = placed.get(joint.to.unitId)
  const [fromRole, toRole] = [roleOf(joint.from.unitId), roleOf(joint.to.unitId)]
  const middle = ({ y }: PlacedUnit) => y + BOX_HEIGHT / 2
  const right = ({ x, width }: PlacedUnit) => x + width
  const isBus = (role: Role | undefined): role is Role => role === 'bus' || role === 'inverter-bus'
  const level = (x1: number, x2: number, y: number): readonly Corner[] => [
    [x1, y],
    [x2, y],
  ]
  if (isBus(fromRole) && isBus(toRole)) return level(busX(fromRole) + BUS_WIDTH, busX(toRole), TOP + BOX_HEIGHT / 2)
  if (from && isBus(toRole)) return level(right(from), busX(toRole), middle(from))
  if (to && isBus(fromRole)) return level(busX(fromRole) + BUS_WIDTH, to.x, middle(to))
  if (!from || !to || from === to) return null
  if (from.y === to.y) return level(right(from), to.x, middle(from))
  if (toRole === 'ac-board')
    return [
      [right(from), middle(from)],
      [UP_TO_BOARD_X, middle(from)],
      [UP_TO_BOARD_X, to.y + BOX_HEIGHT - 9],
      [to.x, to.y + BOX_HEIGHT - 9],
    ]
  if (toRole === 'inverter')
    return [
      [right(from), middle(from)],
      [UP_TO_INVERTER_X, middle(from)],
      [UP_TO_INVERTER_X, to.y + BOX_HEIGHT + 24],
      [INTO_INVERTER_X, to.y + BOX_HEIGHT + 24],
      [INTO_INVERTER_X, to.y + BOX_HEIGHT],
    ]
  const upX = to.x + to.width / 2
  return [
    [right(from), middle(from)],
    [upX, middle(from)],
    [upX, to.y + BOX_HEIGHT],
  ]
}
