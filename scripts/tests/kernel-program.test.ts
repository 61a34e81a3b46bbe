import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { kernelModule, programOf } from '../kernel-program.ts'

const proof = join(import.meta.dirname, '../../core/src/proof')

test('the program of the kernel is that of the loop as it stands: npm run kernel writes it anew', () => {
  const source = readFileSync(join(proof, 'balance.ts'), 'utf8')
  expect(readFileSync(join(proof, 'kernel/program.ts'), 'utf8')).toBe(kernelModule(source))
})

const WIDTHS = new Map([['WIDTH', 4]])
const said = (body: string, before = ''): string =>
  programOf(`${before}\nfunction work(divisor: number) {\n${body}\n}`, 'work', WIDTHS)

test('says what a loop says: counts as counts, figures as figures', () => {
  const program = said(
    `let sum = 0
    for (let hour = 0; hour < 24; hour++) {
      const at = hour * WIDTH
      const sun = weather[at + 1] as number
      if (hour >= DUSK_H && sun > LEAST) sum += sun
      else totals[3] = -sum
    }`,
    'const DUSK_H = 18\nconst LEAST = 0.5\nconst NAMES = ["a"]',
  )
  expect(program.split('\n').map((line) => line.trim())).toEqual([
    '(let real DUSK_H 18)',
    '(let real LEAST 0.5)',
    '(let real sum 0)',
    '(for hour 0 24 1 (do',
    '(let int at (i* hour 4))',
    '(let real sun (get weather (i+ at 1)))',
    '(if (and (i>= hour 18) (> sun LEAST)) (do',
    '(set sum (+ sum sun))',
    ') (do',
    '(put totals 3 (- 0 sum))',
    '))',
    '))',
  ])
})

test.each([
  ['const a = Math.exp(1)', 'line 3: “Math.exp(1)” cannot be emitted'],
  ['while (true) {}', 'line 3: “while (true) {}” cannot be emitted'],
  ['let a', 'line 3: “a” cannot be emitted'],
  ['const a = other', 'line 3: “other” cannot be emitted'],
  ['let a = 0\n{ a++ }', 'line 4: “{ a++ }” cannot be emitted'],
  ['const a = 0\nif (divisor > 1) {\nconst a = 1\n}', 'a is declared twice'],
])('refuses, with its line, what cannot be emitted: %s', (body, message) => {
  expect(() => said(body)).toThrow(message)
})

test('names the function it does not find', () => {
  expect(() => programOf('const a = 1', 'work', WIDTHS)).toThrow('no function work')
})
