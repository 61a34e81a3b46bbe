/** Drawings of a design. The door of this room: what other packages use of it. */
export { DiagramDrawing, type Marked } from './DiagramDrawing.tsx'
export { DrawingSheet } from './DrawingSheet.tsx'
export { drawnOf, oneLineOf } from './drawn.tsx'
export { SCREEN } from './ink.ts'
export { PAPER_NAMES, PAPERS, type PaperName } from './papers.ts'
export { RoofDrawing, roofFrame } from './RoofDrawing.tsx'
export { SHEET_NAMES, SHEETS, type SheetName } from './sheet-names.ts'
export { WallDrawing, wallFrame } from './WallDrawing.tsx'
