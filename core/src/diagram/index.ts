/** The plant on paper: the one-line drawing. The door of this room: what other packages use of it. */
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
export { BUS_WIDTH, WAY_HEIGHT } from './place.ts'
export { type Stroke, SYMBOL_SETS, type SymbolName, type SymbolSet } from './symbols.ts'
