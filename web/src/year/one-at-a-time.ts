interface Begun {
  /** Settles when it is done, or was given up; never fails. */
  readonly done: Promise<void>
  readonly giveUp: () => void
}

/**
 * Works questions one at a time. Those that come take the place of what waits, and what is being worked is given up where
 * nobody asks for it any more.
 * @param begin begins the work on one of them
 */
export function oneAtATime<Q extends { readonly digest: string }>(begin: (question: Q) => Begun) {
  let waiting: readonly Q[] = []
  /** Of a question that was given up there is no digest: whoever puts it again waits for it anew. */
  let working: { readonly digest: string | null; readonly giveUp: () => void } | null = null
  return async (questions: readonly Q[]): Promise<void> => {
    waiting = questions.filter(({ digest }) => digest !== working?.digest)
    if (working) {
      const isWanted = waiting.length < questions.length
      if (isWanted) return
      working.giveUp()
      working = { ...working, digest: null }
      return
    }
    for (let [next] = waiting; next; [next] = waiting) {
      waiting = waiting.slice(1)
      const { done, giveUp } = begin(next)
      working = { digest: next.digest, giveUp }
      await done
      working = null
    }
  }
}
