import type { Plant } from '../plant/plant.ts'
import type { RuleSet } from '../rules/rule-set.ts'
import type { Writer } from '../units/writer.ts'
import type { Bond } from '../wiring/bonds.ts'
import type { Circuit } from '../wiring/circuits.ts'
import type { Fitted } from '../wiring/fittings.ts'
import type { Corner } from './place.ts'
import type { SymbolName, SymbolSet } from './symbols.ts'

/** The one-line drawing of a plant: what stands where, with what each part is called and how large it is. */
export interface Diagram {
  readonly width: number
  readonly height: number
  readonly symbols: SymbolSet
  readonly parts: readonly DiagramPart[]
  readonly runs: readonly DiagramRun[]
  readonly ways: readonly DiagramWay[]
  readonly bars: readonly DiagramBar[]
  readonly captions: readonly { readonly text: string; readonly x: number; readonly y: number }[]
  readonly earth: DiagramEarth | null
}

export interface DiagramPart {
  readonly key: string
  readonly unitIds: readonly string[]
  readonly symbol: SymbolName
  readonly designation: string
  readonly name: string
  readonly rating: string
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
  /** Those alike in it, one by one: two or more may be told below the box. */
  readonly alike: readonly string[]
  /** Where they begin. */
  readonly alikeY: number
  readonly isUnfolded: boolean
  /** Protective conductors that leave it. */
  readonly earthedBy: readonly string[]
}

/** Something that stands in a run. */
export interface DiagramMark {
  readonly symbol: SymbolName
  readonly x: number
  readonly y: number
  /** Designation and rating, below it. */
  readonly text: string
  /** What it is, in full. */
  readonly title: string
  /** It hangs on the line and is not in it: the line goes on past it. */
  readonly hangs: boolean
}

export interface DiagramRun {
  readonly circuitId: string
  readonly title: string
  readonly corners: readonly Corner[]
  readonly marks: readonly DiagramMark[]
  /** Designation and size. */
  readonly cable: string
  /** Length and wires. */
  readonly run: string
  readonly textX: number
  readonly textY: number
  /** No cable, or no device where one must stand. */
  readonly lacks: string
}

export interface DiagramWay {
  readonly circuitId: string
  readonly title: string
  readonly name: string
  readonly text: string
  readonly x: number
  readonly y: number
  readonly width: number
  readonly lacks: string
}

export interface DiagramBar {
  readonly unitId: string
  readonly designation: string
  readonly name: string
  readonly x: number
  readonly top: number
  readonly bottom: number
}

/** The earth bar with what hangs on it. */
export interface DiagramEarth {
  readonly y: number
  readonly x1: number
  readonly x2: number
  readonly taps: readonly {
    readonly bondId: string
    readonly x: number
    readonly text: string
    readonly name: string
    readonly leftOut: boolean
  }[]
  readonly electrode: {
    readonly bondId: string
    readonly symbol: SymbolName
    readonly text: string
    readonly name: string
  } | null
}

export interface DiagramBrief {
  readonly plant: Plant
  readonly wiring: {
    readonly circuits: readonly Circuit[]
    readonly fittings: readonly Fitted[]
    readonly bonds: readonly Bond[]
    readonly rules: RuleSet
  }
  readonly write: Writer
  /** Name of each array by its id; the main one has none of its own. */
  readonly arrayNames: ReadonlyMap<string, string>
  /** Keys of boxes whose alike are told one by one. */
  readonly unfolded: ReadonlySet<string>
}
