import fs from 'node:fs'
import os from 'node:os'
import path from 'node:path'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { LEAST_TEST_SHARE, MOST_LINES, measure, measured } from '../measure.mjs'

let base = ''
beforeEach(() => {
  base = fs.mkdtempSync(path.join(os.tmpdir(), 'yardlamp-measure-'))
})
afterEach(() => fs.rmSync(base, { recursive: true }))

function write(file: string, lines: number, first = '//'): void {
  fs.mkdirSync(path.dirname(path.join(base, file)), { recursive: true })
  fs.writeFileSync(path.join(base, file), `${first}\n`.concat('x\n'.repeat(lines - 1)))
}

describe('the measure of the code', () => {
  test('counts figures and samples apart, and tests wherever they stand', () => {
    write('core/src/units/format.ts', 100)
    write('core/src/tables/ampacity-iec.ts', 1000)
    write('core/src/catalogue/panels.ts', 200)
    write('web/src/page.css', 50)
    write('core/tests/units.test.ts', 30)
    write('scripts/tests/measure.test.ts', 10)
    write('e2e/site.spec.ts', 20)
    const { codeLines, dataLines, styleLines, testLines, testShare } = measure(base)
    expect([codeLines, dataLines, styleLines, testLines]).toEqual([100, 1200, 50, 60])
    expect(testShare).toBeCloseTo(0.6, 9)
  })

  test('a file that is too long must say why', () => {
    write('core/src/a.ts', MOST_LINES + 1)
    write('core/src/b.ts', MOST_LINES + 1, '// Long: one table of words, read from top to bottom.')
    write('core/src/c.ts', MOST_LINES)
    write('core/src/tables/d.ts', 5000)
    expect(measure(base).tooLong).toEqual([{ file: 'core/src/a.ts', lines: MOST_LINES + 1 }])
  })

  test('says what is wrong, and passes only what is right', () => {
    const said: string[] = []
    write('core/src/a.ts', 100)
    write('core/tests/a.test.ts', 100 * LEAST_TEST_SHARE - 1)
    expect(measured((line: string) => said.push(line), base)).toBe(false)
    write('core/tests/a.test.ts', 100 * LEAST_TEST_SHARE)
    expect(measured((line: string) => said.push(line), base)).toBe(true)
    write('web/src/long.tsx', 301)
    write('web/tests/long.test.ts', 100)
    expect(measured((line: string) => said.push(line), base)).toBe(false)
    expect(said.join('\n')).toContain('web/src/long.tsx has 301 lines, more than 300, without a reason')
    expect(said.join('\n')).toMatch(/100 lines of code.*25 of tests/)
  })

  test('of this very project finds its rooms', () => {
    const { codeLines, testLines } = measure()
    expect(codeLines).toBeGreaterThan(10_000)
    expect(testLines).toBeGreaterThan(5_000)
  })
})
