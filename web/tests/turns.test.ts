import type { ByAndBy } from '@yard-lamp/core/proof'
import { expect, test } from 'vitest'
import { turns } from '../src/workers/turns.ts'
import { oneAtATime } from '../src/year/one-at-a-time.ts'

/** Counts to a number, a step each, and writes down when it did. */
function* counting(name: string, to: number, diary: string[]): ByAndBy<number, string> {
  for (let i = 1; i <= to; i++) {
    diary.push(`${name}${i}`)
    yield i
  }
  return `${name} done`
}

test('a worker hears between two steps that what it works is wanted no more', async () => {
  const { first, giveUp } = turns()
  const diary: string[] = []
  const heard: number[] = []
  const left = first('left', counting('a', 1000, diary), (step) => heard.push(step))
  const after = first('after', counting('b', 3, diary))
  giveUp('left')
  expect(await left).toBeNull()
  expect(await after).toBe('b done')
  expect(diary.filter((step) => step.startsWith('a'))).toEqual(['a1'])
  expect(heard).toEqual([1])
})

test('what comes later waits while something is worked that comes first, and goes on afterwards', async () => {
  const { first, later } = turns()
  const diary: string[] = []
  const looking = later('look', counting('l', 3, diary))
  await first('tell', counting('t', 4, diary))
  expect(diary.filter((step) => step.startsWith('l')).length).toBeLessThan(3)
  expect(await looking).toBe('l done')
  expect(diary.at(-1)).toBe('l3')
})

test('something that fails is told to who asked it, and holds nothing up', async () => {
  const { first, later } = turns()
  // biome-ignore lint/correctness/useYield: it fails before its first step
  function* failing(): ByAndBy<number, string> {
    throw new Error('no sun')
  }
  await expect(first('x', failing())).rejects.toThrow('no sun')
  expect(await later('y', counting('y', 2, []))).toBe('y done')
})

test('questions are worked one at a time, the latest take the place of those that wait', async () => {
  const ends = new Map<string, () => void>()
  const events: string[] = []
  const ask = oneAtATime(({ digest }: { digest: string }) => {
    events.push(`begin ${digest}`)
    const done = new Promise<void>((resolve) => ends.set(digest, resolve))
    return { done, giveUp: () => void events.push(`give up ${digest}`) }
  })
  const end = async (digest: string) => {
    ends.get(digest)?.()
    await new Promise(setImmediate)
  }
  const questions = (...digests: string[]) => digests.map((digest) => ({ digest }))
  void ask(questions('a', 'beside'))
  // Asked again with the same first question: it goes on, once.
  void ask(questions('a', 'beside'))
  expect(events).toEqual(['begin a'])
  void ask(questions('b'))
  void ask(questions('c'))
  expect(events).toEqual(['begin a', 'give up a', 'give up a'])
  // Back to what was given up: it is begun anew.
  void ask(questions('a'))
  await end('a')
  expect(events.slice(3)).toEqual(['give up a', 'begin a'])
  await end('a')
  void ask(questions('d', 'beside'))
  await end('d')
  await end('beside')
  expect(events.slice(5)).toEqual(['begin d', 'begin beside'])
})
