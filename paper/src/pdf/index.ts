/** PDFs of drawings and reports, as what their maker reads. The door of this room: what other packages use of it. */
export type { PdfDefinition } from './definition.ts'
export { drawingPdf } from './drawing-pdf.ts'
export { drawingSvg } from './drawing-svg.tsx'
export { FONT_PARTS, fontsAt } from './fonts.ts'
export { REPORT_PAPERS, type ReportPaper, reportPdf } from './report-pdf.ts'
export { unpackedFont } from './sfnt.ts'
