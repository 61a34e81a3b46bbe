import { expect, test } from 'vitest'
import { withShares } from '../src/workers/with-shares.ts'

test('a share that comes after the answer, or after a fault, is not heard', async () => {
  const heard: number[] = []
  let late = (_share: number) => true
  const answer = await withShares(
    async (onShare) => {
      late = onShare
      onShare(0.5)
      return 'the answer'
    },
    (share) => heard.push(share),
  )
  expect(answer).toBe('the answer')
  // Whoever works is told to go on: only a person ends it.
  expect(late(1)).toBe(true)
  const failing = withShares(
    async (onShare) => {
      late = onShare
      throw new Error('no such file')
    },
    (share) => heard.push(share),
  )
  await expect(failing).rejects.toThrow('no such file')
  late(1)
  expect(heard).toEqual([0.5])
})
