// Keeps what a start began alive: what ends by itself is begun again, after a growing pause and up to a limit. Plain Node.
import { setTimeout as pause } from 'node:timers/promises'

/** Pauses before what ended is begun again, ms; after the last one it is given up. */
export const PAUSES_MS = [500, 1000, 2000, 4000, 8000, 15_000, 30_000, 30_000]
/** What ran as long as this was well: the next time its pauses begin anew, ms. */
export const STEADY_MS = 60_000

/** How long to wait before each new try. */
export class Patience {
  #tries = 0
  #sinceMs = Number.NEGATIVE_INFINITY

  /** What is kept runs from now on. */
  began(nowMs) {
    this.#sinceMs = nowMs
  }

  /** Pause before the next try, ms; null where enough were made. */
  next(nowMs) {
    if (nowMs - this.#sinceMs >= STEADY_MS && Number.isFinite(this.#sinceMs)) this.#tries = 0
    this.#sinceMs = Number.NEGATIVE_INFINITY
    return PAUSES_MS[this.#tries++] ?? null
  }
}

/**
 * Begins something again until it runs.
 * @param {{ name: string, patience: Patience, signal: AbortSignal, begin: () => Promise<void>, say: (text: string) => void }} what
 * @returns {Promise<boolean>} false where it was given up, or the signal came
 */
export async function beginAgain({ name, patience, signal, begin, say }) {
  for (;;) {
    const pauseMs = patience.next(Date.now())
    if (pauseMs === null) {
      say(`${name} ended again and again, and is not started any more. What was saved is kept. Start Yard Lamp again.`)
      return false
    }
    say(`${name} is started again in ${pauseMs / 1000} s.`)
    try {
      await pause(pauseMs, undefined, { signal })
      await begin()
      patience.began(Date.now())
      say(`${name} is back.`)
      return true
    } catch (error) {
      if (signal.aborted) return false
      say(error.message)
    }
  }
}
