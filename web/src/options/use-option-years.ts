import type { Catalogue, Design, Job } from '@yard-lamp/core'
import { isQuestion, type WorkedYear, withYears, yearQuestion } from '@yard-lamp/core/proof'
import { type ComparedOption, compareOptions } from '@yard-lamp/core/report'
import { useEffect, useMemo, useState } from 'react'
import { askOfYears } from '../workers/years.ts'

/** Years of options that were worked, by their digest: whoever comes back does not wait again. */
const known = new Map<string, WorkedYear>()
const MOST_KNOWN = 100

const digestOf = (design: Design): string | null => {
  const question = yearQuestion(design)
  return isQuestion(question) ? question.digest : null
}

const knownOf = (design: Design): WorkedYear | null => known.get(digestOf(design) ?? '') ?? null

/** The options of a job side by side, each with its year as soon as that has been worked, one after another. */
export function useComparedOptions(job: Job, catalogue: Catalogue): ComparedOption[] {
  const [count, setCount] = useState(0)
  // biome-ignore lint/correctness/useExhaustiveDependencies: with each year that comes they are compared again
  const compared = useMemo(
    () => compareOptions(job, catalogue, (made) => withYears(made, knownOf)),
    [job, catalogue, count],
  )
  useEffect(() => {
    const systems = compared.flatMap(({ design }) => [design, ...design.beside.map((each) => each.design)])
    const next = systems.find((design) => design.year === null && digestOf(design) !== null)
    const question = next && yearQuestion(next)
    if (!question || !isQuestion(question)) return
    const { plan, asked, digest } = question
    const { answer, giveUp } = askOfYears((worker, name) => worker.tellYears(name, { plan, asked }))
    void answer.then((told) => {
      if (!told) return
      if (known.size >= MOST_KNOWN) known.clear()
      known.set(digest, told.worked)
      setCount((before) => before + 1)
    })
    return giveUp
  }, [compared])
  return compared
}
