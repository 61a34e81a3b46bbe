import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { beginAgain, PAUSES_MS, Patience, STEADY_MS } from '../keep.mjs'
import { fullDisk } from '../postgres.mjs'
import { installedByHand } from '../prepare.mjs'

describe('what ends by itself', () => {
  test('is begun again after longer and longer pauses, and given up in the end', () => {
    const patience = new Patience()
    patience.began(0)
    const pauses = PAUSES_MS.map(() => patience.next(1000))
    expect(pauses).toEqual(PAUSES_MS)
    expect(pauses.every((pause, i) => i === 0 || (pause ?? 0) >= (pauses[i - 1] ?? 0))).toBe(true)
    expect(patience.next(1000)).toBeNull()
  })

  test('begins anew with short pauses once it ran steadily', () => {
    const patience = new Patience()
    for (let i = 0; i < 3; i++) {
      patience.began(0)
      patience.next(1000)
    }
    patience.began(2000)
    expect(patience.next(2000 + STEADY_MS)).toBe(PAUSES_MS[0])
    // Tries that never ran are no steady running, however long they took.
    expect(patience.next(2000 + 10 * STEADY_MS)).toBe(PAUSES_MS[1])
  })

  describe('by the clock', () => {
    beforeEach(() => void vi.useFakeTimers({ toFake: ['setTimeout'] }))
    afterEach(() => void vi.useRealTimers())

    test('says what it does, tries until it runs, and stops at a signal', async () => {
      const said: string[] = []
      const failures = ['The disk is full.', 'The disk is full.']
      const quick = { next: () => 0, began: () => undefined } as unknown as Patience
      const { signal } = new AbortController()
      const begin = async () => {
        const failure = failures.shift()
        if (failure) throw new Error(failure)
      }
      expect(
        await beginAgain({
          name: 'The database',
          patience: quick,
          signal,
          begin,
          say: (text: string) => said.push(text),
        }),
      ).toBe(true)
      expect(said).toEqual([
        'The database is started again in 0 s.',
        'The disk is full.',
        'The database is started again in 0 s.',
        'The disk is full.',
        'The database is started again in 0 s.',
        'The database is back.',
      ])
      const stopped = new AbortController()
      const waiting = beginAgain({
        name: 'It',
        patience: new Patience(),
        signal: stopped.signal,
        begin: () => Promise.reject(new Error('never')),
        say: () => undefined,
      })
      stopped.abort()
      expect(await waiting).toBe(false)
    })
  })
})

test('a full disk is said in a sentence that names the place', () => {
  const raw = 'FATAL:  could not write lock file "postmaster.pid": No space left on device'
  expect(fullDisk(raw, '/data')).toBe(
    'The disk is full: there is no room left in /data. Nothing saved is lost. Make room there, and it starts again.',
  )
  expect(fullDisk('ENOSPC: no space left on device, write', '/data')).toContain('The disk is full')
  expect(fullDisk('FATAL: role does not exist', '/data')).toBeNull()
})

describe('packages installed by hand', () => {
  let folder: string
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'yardlamp-packages-'))
    mkdirSync(join(folder, 'node_modules/a'), { recursive: true })
  })
  afterEach(() => rmSync(folder, { recursive: true, force: true }))
  const write = (wanted: object, installed: object) => {
    writeFileSync(join(folder, 'package-lock.json'), JSON.stringify({ packages: { '': {}, ...wanted } }))
    writeFileSync(join(folder, 'node_modules/.package-lock.json'), JSON.stringify({ packages: installed }))
  }
  const a = { version: '1.0.0', integrity: 'sha512-a' }

  test('are known by what npm wrote down; what is optional may be missing', () => {
    write({ 'node_modules/a': a, 'node_modules/b': { ...a, optional: true } }, { 'node_modules/a': a })
    expect(installedByHand(folder)).toBe(true)
  })
  test('are not taken where one is older, missing or was taken away', () => {
    write({ 'node_modules/a': { ...a, version: '2.0.0' } }, { 'node_modules/a': a })
    expect(installedByHand(folder)).toBe(false)
    write({ 'node_modules/a': a, 'node_modules/b': a }, { 'node_modules/a': a })
    expect(installedByHand(folder)).toBe(false)
    write({ 'node_modules/a': a }, { 'node_modules/a': a })
    rmSync(join(folder, 'node_modules/a'), { recursive: true })
    expect(installedByHand(folder)).toBe(false)
    writeFileSync(join(folder, 'node_modules/.package-lock.json'), '')
    expect(installedByHand(folder)).toBe(false)
  })
})
