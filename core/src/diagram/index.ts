/** The plant on paper: the one-line drawing. The door of this room: what other packages use of it. */

export { type Designations, designationsOf } from './designations.ts'
export {
  type Diagram,
  type DiagramBrief,
  type DiagramEarth,
  type DiagramMark,
  type DiagramPart,
  type DiagramRun,
  type DiagramWay,
  diagramOf,
} from './diagram.ts'
export { BUS_WIDTH, WAY_HEIGHT } from './place.ts'
export { type Stroke, SYMBOL_SETS, type SymbolName, type SymbolSet } from './symbols.ts'
