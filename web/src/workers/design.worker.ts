import { compareSchools } from '@yard-lamp/core/after'
import { nextSizes, remedies } from '@yard-lamp/core/checks'
import { expose } from 'comlink'

/** Each designs the job anew, several times: too much for the page's own thread. */
const calls = { compareSchools, nextSizes, remedies }
export type DesignCalls = typeof calls

expose(calls)
