import { fieldStation, type Job, type StoredJob } from '@yard-lamp/core'
import { expect, test } from 'vitest'
import { markOf } from '../src/store/draft.ts'
import { ownSaves } from '../src/store/own-saves.ts'

const named = (name: string): Job => ({ ...fieldStation(), name })
const stored = (id: string, job: Job): StoredJob => ({ id, revision: 5, updatedAt: '2026-11-29T00:00:00.000Z', job })

test('a save of several pages back that arrives very late is known as this tab’s own', () => {
  const id = 'three-pages'
  // The first page sent one; the second another, and so on: each draft says what was sent before it.
  ownSaves.takenUp(id, { sent: [markOf(named('first'))], job: named('second') })
  ownSaves.sent(id, named('third'))
  const marks = ownSaves.marks(id)
  expect(marks).toEqual([named('first'), named('second'), named('third')].map(markOf))
  ownSaves.takenUp(id, { sent: marks, job: named('fourth') })
  expect(ownSaves.isOwn(stored(id, named('first')))).toBe(true)
  expect(ownSaves.isOwn(stored(id, named('of somebody else')))).toBe(false)
})

test('what is answered is carried on no more, and of many only the last are', () => {
  const id = 'answered'
  for (let i = 0; i < 20; i++) ownSaves.sent(id, named(`sent ${i}`))
  expect(ownSaves.marks(id)).toHaveLength(8)
  ownSaves.answered(id, 6)
  expect(ownSaves.marks(id)).toEqual([])
  expect(ownSaves.isOwn({ ...stored(id, named('any')), revision: 6 })).toBe(true)
})

test('one that was refused is on its way no more', () => {
  const id = 'refused'
  ownSaves.sent(id, named('a'))
  ownSaves.sent(id, named('b'))
  ownSaves.refused(id)
  expect(ownSaves.marks(id)).toEqual([markOf(named('a'))])
})
