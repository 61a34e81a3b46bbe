import { expose } from 'comlink'
import { config } from 'zod'

/** What every worker does first. The content policy forbids code made from text, which Zod would otherwise try. */
export function serve(calls: object): void {
  config({ jitless: true })
  expose(calls)
}
