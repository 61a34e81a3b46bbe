import { describe, expect, test } from 'vitest'
import { FONT_PARTS, fontRuns } from '../src/diagram/pdf/fonts.ts'

const [LATIN, MORE, GREEK, CYRILLIC] = FONT_PARTS.map(({ family }) => family)

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

  test('writes what no part holds otherwise, and never loses a letter unsaid', () => {
    expect(fontRuns('a → b ≥ c')).toEqual([{ family: LATIN, text: 'a -> b >= c' }])
    expect(fontRuns('光 5')).toEqual([{ family: LATIN, text: '? 5' }])
    // Letters written with a mark of their own are put together first.
    expect(fontRuns('e\u0301')).toEqual([{ family: LATIN, text: 'é' }])
  })
})
