/** What is told of a design. The door of this room: what other packages use of it. */
export {
  type Book,
  type BookCell,
  type BookColumn,
  type BookSheet,
  cellValue,
  headOf,
} from './book.ts'
export { READER_WORDS, READERS, type Reader, type ReportBrief } from './brief.ts'
export {
  type Block,
  plainText,
  type ReportCell,
  type ReportColumn,
  type ReportContent,
  type ReportRow,
  type Rich,
  type Section,
  type Span,
  type WorkedFigure,
} from './content.ts'
export { JOB_STATES, type JobListing, type JobState, type JobsAsked, type JobsPage } from './listing.ts'
export { type ComparedOption, compareOptions } from './options.ts'
export { ordersBook, partsBook } from './parts-book.ts'
export { type QuoteContent, type QuotedOption, quoteDefaults, quoteOf } from './quote.ts'
export { type PaperOption, type QuotePaper, quotePaper } from './quote-paper.ts'
export { reportOf } from './report.ts'
export { reportBook } from './report-book.ts'
export { MOST_REPORT_PHOTOS, photosIn } from './sections/as-built.ts'
export type { SheetOf } from './sheets.ts'
export {
  LEAST_STUDY_YEARS,
  MOST_STUDY_YEARS,
  type Study,
  type StudyAsked,
  type StudyState,
  studyAskedSchema,
  type YearsStudied,
} from './study.ts'
export { jobSummarySchema } from './summary.ts'
export { figureOf, filled, symbolOf } from './worked.ts'
