import { GROUPS, type Group, type Piece } from './pieces.ts'

/** Left edge from the wall’s left and lower edge above the floor, mm. */
export interface At {
  readonly xMm: number
  readonly yMm: number
}

/** A piece where it hangs or stands. */
export interface Hung extends Piece, At {
  /** Where a person put it. */
  readonly isMoved: boolean
}

export interface BankShape {
  /** Batteries of a string. */
  readonly series: number
  /** Gives off gas and acid: nothing hangs above it. */
  readonly gasses: boolean
}

/** Beside the bank its bars come first, and then what charges it: its leads are the thickest. */
const BESIDE_BANK: readonly Group[] = ['battery', 'charge', 'sun', 'invert', 'boards']
/** Between floor and lowest piece, before the eyes, and what a person reaches, mm. Assumptions of Yard Lamp. */
const LOWEST_MM = 450
const EYES_MM = 1550
const HIGHEST_MM = 1900
/** For cables between rows and between groups, mm. */
const CABLE_ROOM_MM = 60
/** Over a battery: a hand and a spanner reach its terminals, mm. */
const OVER_BATTERY_MM = 250
const WIDEST_TIER_MM = 1600
/** A bank as low as this may stand under the wall; higher ones stand beside it, mm. */
const LOW_BANK_MM = 650
const EDGE_MM = 100

const sum = (values: readonly number[]): number => values.reduce((a, b) => a + b, 0)
const most = (values: readonly number[]): number => Math.max(0, ...values)

/** Pieces side by side, from left to right, with what stays free between them. */
interface Row {
  readonly pieces: readonly Piece[]
  readonly widthMm: number
  readonly heightMm: number
  readonly freeMm: number
}

const gapOf = (a: Piece, b: Piece): number => Math.max(a.clearanceMm, b.clearanceMm)

/** Rows no wider than that, filled in order. */
function rowsWithin(pieces: readonly Piece[], widestMm: number): Row[] {
  const rows: { pieces: Piece[]; widthMm: number; heightMm: number; freeMm: number }[] = []
  for (const piece of pieces) {
    const row = rows.at(-1)
    const before = row?.pieces.at(-1)
    const longerMm = row && before ? row.widthMm + gapOf(before, piece) + piece.widthMm : Number.POSITIVE_INFINITY
    if (row && longerMm <= widestMm) {
      row.pieces.push(piece)
      row.widthMm = longerMm
      row.heightMm = Math.max(row.heightMm, piece.heightMm)
      row.freeMm = Math.max(row.freeMm, piece.clearanceMm)
    } else {
      const { widthMm, heightMm, clearanceMm } = piece
      rows.push({ pieces: [piece], widthMm, heightMm, freeMm: clearanceMm })
    }
  }
  return rows
}

const heightOf = (rows: readonly Row[]): number =>
  sum(rows.map(({ heightMm }) => heightMm)) +
  sum(rows.slice(1).map((row, i) => Math.max(row.freeMm, rows[i]?.freeMm ?? 0) + CABLE_ROOM_MM))

/** A wall grows by the width of each of its groups, and not by their height: width counts so much more. */
const WIDTH_COUNTS = 2.5

/** The rows, of the widths tried, that are least in height and width, of those not too high. */
function leastOf(widestMm: number, mostMm: number, rowsAt: (widthMm: number) => Row[], over: (rows: Row[]) => number) {
  let best: { readonly rows: Row[]; readonly cost: number } | null = null
  for (let widthMm = widestMm; ; widthMm += 50) {
    const rows = rowsAt(widthMm)
    const heightMm = over(rows)
    const cost = heightMm + WIDTH_COUNTS * most(rows.map((row) => row.widthMm))
    const isLast = rows.length <= 1 || widthMm > MOST_WIDTH_MM
    if ((heightMm <= mostMm || (isLast && best === null)) && (best === null || cost < best.cost)) best = { rows, cost }
    if (isLast) return best?.rows ?? rows
  }
}
const MOST_WIDTH_MM = 6000

const widestOf = (pieces: readonly Piece[]): number => most(pieces.map(({ widthMm }) => widthMm))

function putRows(rows: readonly Row[], leftMm: number, topMm: number, put: (piece: Piece, at: At) => void): void {
  let top = topMm
  for (const [i, row] of rows.entries()) {
    if (i > 0) top -= Math.max(row.freeMm, rows[i - 1]?.freeMm ?? 0) + CABLE_ROOM_MM
    let x = leftMm
    for (const [k, piece] of row.pieces.entries()) {
      const before = row.pieces[k - 1]
      if (before) x += gapOf(before, piece)
      put(piece, { xMm: x, yMm: top - piece.heightMm })
      x += piece.widthMm
    }
    top -= row.heightMm
  }
}

const tiersHeight = (rows: readonly Row[]): number => sum(rows.map(({ heightMm }) => heightMm + OVER_BATTERY_MM))

/** Rows of the bank from the floor up: a string begins a row of its own, single batteries in parallel share theirs. */
function tiersAt(batteries: readonly Piece[], { series }: BankShape, widestMm: number): Row[] {
  if (series <= 1) return rowsWithin(batteries, widestMm)
  const strings = Array.from({ length: Math.ceil(batteries.length / series) }, (_, i) =>
    batteries.slice(i * series, (i + 1) * series),
  )
  return strings.flatMap((string) => rowsWithin(string, widestMm))
}

/** Tiers side by side where one block of them would be too high to reach. */
function blocksOf(batteries: readonly Piece[], bank: BankShape): Row[][] {
  if (batteries.length === 0) return []
  const low = tiersAt(batteries, bank, WIDEST_TIER_MM)
  if (tiersHeight(low) <= LOW_BANK_MM) return [low]
  const rows = leastOf(widestOf(batteries), HIGHEST_MM, (widthMm) => tiersAt(batteries, bank, widthMm), tiersHeight)
  if (tiersHeight(rows) <= HIGHEST_MM) return [rows]
  const blocks: Row[][] = [[]]
  for (const row of low) {
    const block = blocks.at(-1) as Row[]
    if (block.length > 0 && tiersHeight([...block, row]) > HIGHEST_MM) blocks.push([row])
    else block.push(row)
  }
  return blocks
}

/**
 * Where everything hangs while nobody moves it: groups from the sun at the left to the boards at the right, tops in line;
 * the bank under the bus bars where it is low and does not gas, else beside, left of all.
 */
export function arranged(pieces: readonly Piece[], bank: BankShape): Map<string, At> {
  const at = new Map<string, At>()
  const put = ({ id }: Piece, place: At) => at.set(id, place)
  const batteries = pieces.filter(({ group }) => group === 'bank')
  const blocks = blocksOf(batteries, bank)
  const bankHeightMm = most(blocks.map(tiersHeight))
  const under = !bank.gasses && blocks.length === 1 && bankHeightMm <= LOW_BANK_MM
  const lowestMm = under ? Math.max(LOWEST_MM, bankHeightMm) : LOWEST_MM
  let x = EDGE_MM
  if (!under) for (const block of blocks) x = putBlock(block, x, put) + EDGE_MM
  const groups = (under ? GROUPS : BESIDE_BANK)
    .map((group) => pieces.filter((each) => each.group === group))
    .filter(({ length }) => length > 0)
    .map((members) => ({
      members,
      freeMm: most(members.map(({ clearanceMm }) => clearanceMm)),
      rows: leastOf(widestOf(members), HIGHEST_MM - lowestMm, (mm) => rowsWithin(members, mm), heightOf),
    }))
  // No higher than the tallest group asks for: leads down to the bank are short then.
  const topMm = Math.max(EYES_MM, lowestMm + most(groups.map(({ rows }) => heightOf(rows))))
  let middleMm = x
  for (const [i, { members, rows, freeMm }] of groups.entries()) {
    if (i > 0) x += Math.max(freeMm, groups[i - 1]?.freeMm ?? 0) + CABLE_ROOM_MM
    putRows(rows, x, topMm, put)
    const widthMm = most(rows.map((row) => row.widthMm))
    if (members[0]?.group === 'battery') middleMm = x + widthMm / 2
    x += widthMm
  }
  if (under) {
    const [block = []] = blocks
    const widthMm = most(block.map((row) => row.widthMm))
    putBlock(block, Math.max(EDGE_MM, Math.round(middleMm - widthMm / 2)), put)
  }
  return at
}

/** A block of tiers from the floor up; its right edge, mm. */
function putBlock(block: readonly Row[], leftMm: number, put: (piece: Piece, at: At) => void): number {
  let floorMm = 0
  for (const row of block) {
    putRows([row], leftMm, floorMm + row.heightMm, (piece, { xMm }) => put(piece, { xMm, yMm: floorMm }))
    floorMm += row.heightMm + OVER_BATTERY_MM
  }
  return leftMm + most(block.map(({ widthMm }) => widthMm))
}
