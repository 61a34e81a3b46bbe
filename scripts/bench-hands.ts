/** Workers that search and work years side by side, as those of the page do, for who times them. */
import process from 'node:process'
import { parentPort, Worker } from 'node:worker_threads'
import { type Design, findings, type Job, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { stillOpen } from '@yard-lamp/core/checks'
import {
  type Candidate,
  designFound,
  type FoundDesign,
  type Plan,
  prepare,
  type Searcher,
  type Share,
  type ShareFound,
  type Steps,
  type StepsMade,
  searchShare,
  searchSteps,
  workYears,
} from '@yard-lamp/core/proof'

type Asked =
  | { readonly act: 'steps'; readonly job: Job; readonly share: Share }
  | { readonly act: 'share'; readonly job: Job; readonly steps: Steps; readonly share: Share }
  | { readonly act: 'design'; readonly job: Job; readonly steps: Steps; readonly candidates: readonly Candidate[] }
  | { readonly act: 'years'; readonly plan: Plan; readonly count: number; readonly firstSeed: number }

const faults = (made: Design): string[] =>
  stillOpen(findings(made)).flatMap(({ id, severity }) => (severity === 'advice' ? [] : [id]))

function answer(asked: Asked): unknown {
  if (asked.act === 'years') return workYears(prepare(asked.plan), asked.count, asked.firstSeed).length
  const brief = { job: asked.job, catalogue: SHIPPED_CATALOGUE, faults }
  if (asked.act === 'steps') return searchSteps(brief, asked.share)
  if (asked.act === 'share') return searchShare(brief, asked.steps, asked.share)
  return designFound(brief, asked.steps, asked.candidates)
}

/** What a worker does: answers one question after another. */
export function serveHand(): void {
  parentPort?.on('message', (asked: Asked) => parentPort?.postMessage(answer(asked)))
}

export interface Hand {
  ask(asked: Asked): Promise<unknown>
  end(): void
}

/** @param file of a program that serves hands where it is not the first */
export function hand(file: URL): Hand {
  const worker = new Worker(file, { argv: process.argv.slice(2) })
  const answered = (asked: Asked) =>
    new Promise<unknown>((resolve, reject) => {
      worker.once('message', (answer) => {
        worker.off('error', reject)
        resolve(answer)
      })
      worker.once('error', reject)
      worker.postMessage(asked)
    })
  let last: Promise<unknown> = Promise.resolve()
  return {
    ask(asked) {
      // One after another: an answer does not say which question it is of.
      last = last.then(() => answered(asked))
      return last
    },
    end: () => void worker.terminate(),
  }
}

/** A hand as a search asks it. */
export const searcherOf = ({ ask }: Hand, job: Job): Searcher => ({
  steps: async (share) => (await ask({ act: 'steps', job, share })) as StepsMade | null,
  share: async (steps, share) => (await ask({ act: 'share', job, steps, share })) as ShareFound | null,
  design: async (steps, candidates) => (await ask({ act: 'design', job, steps, candidates })) as FoundDesign[],
})
