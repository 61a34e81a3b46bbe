import type { Option } from '../../job/schema.ts'
import { chemistryRow } from '../../tables/chemistries.ts'
import { formatNumber } from '../../units/format.ts'
import { type Designations, designationsOf } from '../designations.ts'
import type { DiagramBrief } from '../model.ts'
import { arranged, type Hung } from './arrange.ts'
import { piecesOf } from './pieces.ts'
import { type WallWay, waysOf } from './ways.ts'

/** Something that hangs where it must not. */
export interface Crowded {
  readonly pieceIds: readonly [string, string]
  /** Above batteries that give off gas; else it has too little room. */
  readonly isOverGas: boolean
  /** Why, in a sentence with its figures. */
  readonly message: string
}

/** The wall and the bank to scale, as they will hang: seen from the front, from the left edge and from the floor, mm. */
export interface Wall {
  readonly widthMm: number
  readonly heightMm: number
  readonly pieces: readonly Hung[]
  /** How many pieces there are where they are too many to be drawn: then none is. */
  readonly tooMany: number | null
  readonly ways: readonly WallWay[]
  readonly crowded: readonly Crowded[]
  /** Names of sheets that say nothing of their size: it is guessed. */
  readonly guessed: readonly string[]
}

export interface WallBrief extends Pick<DiagramBrief, 'plant' | 'wiring' | 'write'> {
  /** Batteries of a string. */
  readonly series: number
  /** Pieces hung by hand. */
  readonly by: Option['wiring']['wall']
}

const MARGIN_MM = 100
/** The wall is drawn at least as high as a person reaches, mm. */
const LEAST_HEIGHT_MM = 2000

const NOTHING = { widthMm: 1000, heightMm: LEAST_HEIGHT_MM, pieces: [], ways: [], crowded: [], guessed: [] }

/** Why nothing is drawn. */
export const tooManyText = (count: number): string =>
  `${formatNumber(count, 0)} pieces: too many to be hung one by one. A count like this is often a slip in a load, in the days without sun or in a number that was locked.`

/**
 * The wall as it hangs: what a person put somewhere is there, the rest where the design puts it.
 * @example wallOf({ plant, wiring, write, series: 4, by: { 'inverter#1': { xMm: 900, yMm: 1200 } } })
 */
export function wallOf(brief: WallBrief): Wall {
  const { plant, wiring, write, by, series } = brief
  const names: Designations = designationsOf(plant, wiring)
  const pieces = piecesOf(brief, names)
  if (typeof pieces === 'number') return { ...NOTHING, tooMany: pieces }
  const gasses = plant.units.some(
    ({ item }) => item?.kind === 'battery' && chemistryRow(item.chemistry).gassing.startsWith('vented'),
  )
  const at = arranged(pieces, { series, gasses })
  const hung = pieces.flatMap((piece): Hung[] => {
    const own = Object.hasOwn(by, piece.id) ? by[piece.id] : undefined
    const place = own ?? at.get(piece.id)
    return place ? [{ ...piece, ...place, isMoved: own !== undefined }] : []
  })
  return {
    widthMm: Math.max(1000, ...hung.map(({ xMm, widthMm }) => xMm + widthMm + MARGIN_MM)),
    heightMm: Math.max(LEAST_HEIGHT_MM, ...hung.map(({ yMm, heightMm }) => yMm + heightMm + MARGIN_MM)),
    pieces: hung,
    tooMany: null,
    ways: waysOf(plant.joints, wiring.circuits, hung, series),
    crowded: crowdedOf(hung, gasses, write),
    guessed: [...new Set(hung.filter(({ isAssumed }) => isAssumed).map(({ name }) => name))],
  }
}

/** Free way between two pieces, mm; below 0 where they overlap. */
function betweenMm(a: Hung, b: Hung): number {
  const acrossMm = Math.max(a.xMm - b.xMm - b.widthMm, b.xMm - a.xMm - a.widthMm)
  const uprightMm = Math.max(a.yMm - b.yMm - b.heightMm, b.yMm - a.yMm - a.heightMm)
  return Math.max(acrossMm, uprightMm)
}

function crowdedOf(hung: readonly Hung[], gasses: boolean, write: WallBrief['write']): Crowded[] {
  const found: Crowded[] = []
  const farthestMm = Math.max(0, ...hung.map(({ clearanceMm }) => clearanceMm))
  // From left to right: what lies farther right than any clearance reaches is no neighbour, nor is anything beyond it.
  const across = hung.toSorted((a, b) => a.xMm - b.xMm)
  for (const [i, a] of across.entries()) {
    for (let k = i + 1; k < across.length; k++) {
      const b = across[k] as Hung
      if (b.xMm - a.xMm - a.widthMm > farthestMm) break
      const said = (isOverGas: boolean, message: string) => found.push({ pieceIds: [a.id, b.id], isOverGas, message })
      const close = closeText(a, b, write)
      if (close !== '') said(false, close)
      const above = gasses ? aboveBattery(a, b) : null
      if (above) said(true, `${nameOf(above)} hangs above batteries that give off gas and acid mist`)
    }
  }
  return found
}

const nameOf = ({ designation, name }: Hung): string => designation || name

/** That two overlap, or how much is free between them; empty where it is enough. */
function closeText(a: Hung, b: Hung, write: WallBrief['write']): string {
  const freeMm = betweenMm(a, b)
  const askedMm = Math.max(a.clearanceMm, b.clearanceMm)
  if (freeMm >= askedMm - ROUNDED_MM) return ''
  const both = `${nameOf(a)} and ${nameOf(b)}`
  if (freeMm < -ROUNDED_MM) return `${both} overlap`
  return `${both}: ${write.quantity(freeMm, 'mm', 0)} between them, ${write.quantity(askedMm, 'mm', 0)} asked for`
}
/** Pieces rest on whole millimetres, about. */
const ROUNDED_MM = 0.5

/** The one of two that hangs over a battery that gases. */
function aboveBattery(a: Hung, b: Hung): Hung | null {
  const [battery, other] = a.role === 'battery' ? [a, b] : [b, a]
  if (battery.role !== 'battery' || other.role === 'battery') return null
  const over = other.xMm < battery.xMm + battery.widthMm && other.xMm + other.widthMm > battery.xMm
  return over && other.yMm >= battery.yMm + battery.heightMm ? other : null
}
