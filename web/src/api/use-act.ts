import { useState } from 'react'

/** Does something and then shows how things stand; a refusal is said in words and changes nothing. */
export function useAct(thenShow: () => Promise<unknown>) {
  const [problem, setProblem] = useState('')
  const act = async (what: () => Promise<unknown>): Promise<void> => {
    setProblem('')
    try {
      await what()
    } catch (error) {
      setProblem((error as Error).message)
    }
    await thenShow()
  }
  return { problem, setProblem, act }
}
