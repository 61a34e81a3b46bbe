import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { describe, expect, test } from 'vitest'
import { FONT_PARTS, fontRuns } from '../src/pdf/fonts.ts'
import { unpackedFont } from '../src/pdf/sfnt.ts'

const [LATIN, MORE, GREEK, CYRILLIC, SIGNS] = FONT_PARTS.map(({ family }) => family)

describe('a text for a PDF', () => {
  test('is one run where one part of the typeface holds it', () => {
    expect(fontRuns('W2 2 × 16 mm², −40 °C … “Øst”')).toEqual([
      { family: LATIN, text: 'W2 2 × 16 mm², −40 °C … “Øst”' },
    ])
    expect(fontRuns('')).toEqual([])
  })

  test('is split where another part holds the next letters', () => {
    expect(fontRuns('5 Ω, Żuk, хижина')).toEqual([
      { family: LATIN, text: '5 ' },
      { family: GREEK, text: 'Ω' },
      { family: LATIN, text: ', ' },
      { family: MORE, text: 'Ż' },
      { family: LATIN, text: 'uk, ' },
      { family: CYRILLIC, text: 'хижина' },
    ])
  })

  test('takes signs from another typeface, and never loses a letter unsaid', () => {
    expect(fontRuns('a → b')).toEqual([
      { family: LATIN, text: 'a ' },
      { family: SIGNS, text: '→' },
      { family: LATIN, text: ' b' },
    ])
    for (const sign of '≥≤≈√→∞✓△Σ∑½⅓₂') expect(fontRuns(sign)[0]?.text).toBe(sign)
    expect(fontRuns('光 5')).toEqual([{ family: LATIN, text: '? 5' }])
    // Letters written with a mark of their own are put together first.
    expect(fontRuns('e\u0301')).toEqual([{ family: LATIN, text: 'é' }])
  })
})

describe('the typeface', () => {
  const require = createRequire(import.meta.url)
  const fontkit = require('fontkit') as {
    create(bytes: Buffer): { hasGlyphForCodePoint(code: number): boolean }
  }

  test.each(FONT_PARTS.map((part) => [part.family, part] as const))(
    '%s has a glyph for every letter it is taken for, in each of its files: nothing is printed as an empty box',
    (_, { normal, bold, italics, holds }) => {
      for (const file of [normal, bold, italics]) {
        const font = fontkit.create(readFileSync(require.resolve(file)))
        const lacks: string[] = []
        for (let code = 0x20; code < 0x3000; code++) {
          const letter = String.fromCodePoint(code)
          // Taken for it by the first part that holds it; blanks of all kinds are drawn as nothing.
          if (!holds.test(letter) || FONT_PARTS.find((part) => part.holds.test(letter))?.normal !== normal) continue
          if (!font.hasGlyphForCodePoint(code) && !/\s/.test(letter) && !INVISIBLE.test(letter))
            lacks.push(`U+${code.toString(16)} ${letter}`)
        }
        expect(lacks, file).toEqual([])
      }
    },
  )
})
const INVISIBLE = /\p{Cf}|\p{Cn}/u

describe('a typeface unpacked', () => {
  const require = createRequire(import.meta.url)
  const fontkit = require('fontkit') as { create(bytes: Buffer): { numGlyphs: number; postscriptName: string } }
  const read = (file: string) => new Uint8Array(readFileSync(require.resolve(file)))

  test('is the same typeface, letter for letter', async () => {
    for (const { normal } of FONT_PARTS) {
      const [before, after] = [read(normal), await unpackedFont(read(normal))]
      const [packed, plain] = [fontkit.create(Buffer.from(before)), fontkit.create(Buffer.from(after))]
      expect([plain.postscriptName, plain.numGlyphs]).toEqual([packed.postscriptName, packed.numGlyphs])
      if (normal.endsWith('.woff')) expect(after.length).toBeGreaterThan(before.length)
    }
  })

  test('leaves what is not packed as it came', async () => {
    const plain = new Uint8Array([0, 1, 0, 0, 0, 1, 0, 0, 0, 0, 0, 0])
    expect(await unpackedFont(plain)).toBe(plain)
  })
})
