import { compareSchools } from '@yard-lamp/core/schools/schools'
import { expose } from 'comlink'
import { config } from 'zod'

// The content policy forbids code made from text, which Zod would otherwise try.
config({ jitless: true })

/** Every school designs the job anew, several times: too much for the page's own thread. */
const schools = { compareSchools }
export type Schools = typeof schools

expose(schools)
