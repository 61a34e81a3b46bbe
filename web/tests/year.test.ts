import { apply, design, type Edit, fieldStation, findings, type Job, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import {
  isQuestion,
  tellingYears,
  tellYears,
  type YearsCame,
  type YearsTold,
  yearQuestion,
} from '@yard-lamp/core/proof'
import { describe, expect, test } from 'vitest'
import { dated, standingOf, yearAsked, yearCame, yearFailed, yearSlice, yearTold } from '../src/store/year-slice.ts'

const made = (job: Job) => design(job, SHIPPED_CATALOGUE)
const toldOf = (job: Job, years = 3): YearsTold => {
  const question = yearQuestion(made(job))
  if (!isQuestion(question)) throw new Error(question.lacks)
  return tellYears(question, years)
}
const fewer: Edit = { act: 'set-option', part: 'battery', patch: { parallel: 2 } }
const { reducer } = yearSlice
const empty = reducer(undefined, yearAsked())

describe('how far the year of a design is', () => {
  test('it is being worked until the question was put and answered, and lacks what there is no year without', () => {
    const job = structuredClone(fieldStation())
    expect(standingOf(made(job), empty).status).toBe('working')
    const told = toldOf(job)
    expect(standingOf(made(job), empty).status).toBe('working')
    expect(standingOf(made(job), reducer(empty, yearTold(told)))).toMatchObject({ status: 'worked', told })
    const bare = made({ ...job, loads: [] })
    yearQuestion(bare)
    expect(standingOf(bare, empty)).toEqual({ status: 'lacks', lacks: 'what it must run' })
  })

  test('while it is being worked the first year is told, and only of the design it is of', () => {
    const job = structuredClone(fieldStation())
    const question = yearQuestion(made(job))
    if (!isQuestion(question)) throw new Error(question.lacks)
    const telling = tellingYears(question, 4)
    const came: YearsCame[] = []
    let step = telling.next()
    for (; !step.done; step = telling.next()) came.push(step.value)
    const told = step.value
    expect(came.map(({ share }) => share)).toEqual([0.25, 0.5, 0.75, 1])
    const [first] = told.worked.years
    if (!first) throw new Error('no year')
    expect(came.every((each) => each.first.unmetHours === first.unmetHours)).toBe(true)

    const progress = { digest: question.digest, share: 0.25, first }
    const state = reducer(empty, yearCame(progress))
    expect(standingOf(made(job), state)).toEqual({ status: 'working', progress })
    const other = made(apply(job, fewer))
    yearQuestion(other)
    expect(standingOf(other, state)).toEqual({ status: 'working', progress: null })
    expect(reducer(state, yearTold(told)).progress).toBeNull()
  })

  test('the year of another design is never shown as its own', () => {
    const job = structuredClone(fieldStation())
    const state = reducer(empty, yearTold(toldOf(job)))
    const other = made(apply(job, fewer))
    yearQuestion(other)
    expect(standingOf(other, state).status).toBe('working')
    expect(dated(other, state)).toBe(other)
    expect(dated(made(job), state).year).toBe(state.told[0]?.worked)
  })

  test('one that could not be worked says why, until one could', () => {
    const job = structuredClone(fieldStation())
    yearQuestion(made(job))
    const failed = reducer(empty, yearFailed('out of memory'))
    expect(standingOf(made(job), failed)).toEqual({ status: 'failed', why: 'out of memory' })
    expect(reducer(failed, yearTold(toldOf(job))).failure).toBeNull()
  })

  test('those of before are kept, the latest first, each once, and no more than eight', () => {
    const told = toldOf(fieldStation(), 1)
    const named = (digest: string): YearsTold => ({ ...told, worked: { ...told.worked, digest } })
    const state = [...'abcdefghijb'].reduce((all, digest) => reducer(all, yearTold(named(digest))), empty)
    expect(state.told.map(({ worked }) => worked.digest)).toEqual([...'bjihgfed'])
  })

  test('a year that is not carried is a fault of the design it was worked for', () => {
    const job = structuredClone(
      apply(apply(fieldStation(), fewer), { act: 'set-option', part: 'backup', patch: { kind: 'none' } }),
    )
    const ids = (of: ReturnType<typeof made>) => findings(of).map(({ id }) => id)
    expect(ids(made(job))).not.toContain('year.not-carried')
    expect(ids(dated(made(job), reducer(empty, yearTold(toldOf(job)))))).toContain('year.not-carried')
  })
})
