import { expose } from 'comlink'
import { sheetsIn } from '../catalogue/sheets-in.ts'
import { tableIn } from '../files/table.ts'
import { jobIn } from '../jobs/job-file.ts'

/** Files from outside are taken apart here: whatever is in them, the page goes on, and may end it. */
const calls = { tableIn, sheetsIn, jobIn }
export type FileCalls = typeof calls

expose(calls)
