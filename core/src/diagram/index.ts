/** The plant on paper: the one-line drawing. The door of this room: what other packages use of it. */

export { BUS_WIDTH, WAY_HEIGHT } from './columns.ts'
export { type Designations, designationsOf } from './designations.ts'
export { diagramOf } from './diagram.ts'
export type {
  Diagram,
  DiagramBrief,
  DiagramEarth,
  DiagramMark,
  DiagramPart,
  DiagramRun,
  DiagramWay,
} from './model.ts'
export { type RoofPlane, type RoofString, roofOf } from './roof.ts'
export { type Stroke, SYMBOL_SETS, type SymbolName, type SymbolSet } from './symbols.ts'
export type { Hung } from './wall/arrange.ts'
export { tooManyText, type Wall, wallOf } from './wall/wall.ts'
export { TAIL_M, type WallWay } from './wall/ways.ts'
