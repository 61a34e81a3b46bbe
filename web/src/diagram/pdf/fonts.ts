import cyrillic from '@fontsource/source-sans-3/files/source-sans-3-cyrillic-400-normal.woff?url'
import cyrillicBold from '@fontsource/source-sans-3/files/source-sans-3-cyrillic-600-normal.woff?url'
import greek from '@fontsource/source-sans-3/files/source-sans-3-greek-400-normal.woff?url'
import greekBold from '@fontsource/source-sans-3/files/source-sans-3-greek-600-normal.woff?url'
import latin from '@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff?url'
import latinBold from '@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff?url'
import latinMore from '@fontsource/source-sans-3/files/source-sans-3-latin-ext-400-normal.woff?url'
import latinMoreBold from '@fontsource/source-sans-3/files/source-sans-3-latin-ext-600-normal.woff?url'

/** A file of the typeface holds a part of its letters: which, as the package says. */
interface PartOfFont {
  readonly family: string
  readonly normal: string
  readonly bold: string
  readonly holds: RegExp
}

/** The typeface of the drawings in the parts its package ships; the first holds all that the drawings write themselves. */
export const FONT_PARTS: readonly PartOfFont[] = [
  {
    family: 'Source Sans 3',
    normal: latin,
    bold: latinBold,
    holds: /[ -\u00ff\u0131\u0152\u0153\u02c6\u02da\u02dc\u2000-\u206f\u20ac\u2122\u2191\u2193\u2212\u2215]/u,
  },
  {
    family: 'Source Sans 3 more',
    normal: latinMore,
    bold: latinMoreBold,
    holds: /[\u0100-\u02ba\u02bd-\u02c5\u1e00-\u1e9f\u1ef2-\u1eff\u20a0-\u20ab\u20ad-\u20c0]/u,
  },
  { family: 'Source Sans 3 Greek', normal: greek, bold: greekBold, holds: /[\u0370-\u03ff]/u },
  {
    family: 'Source Sans 3 Cyrillic',
    normal: cyrillic,
    bold: cyrillicBold,
    holds: /[\u0400-\u045f\u0490\u0491\u2116]/u,
  },
]

/** What the typeface does not hold, in letters that it does. */
const INSTEAD: Readonly<Record<string, string>> = { '→': '->', '≥': '>=', '≤': '<=', '≈': '~' }

/** A run of letters of one part. */
export interface FontRun {
  readonly family: string
  readonly text: string
}

/**
 * A text in runs of letters that one part of the typeface holds; what none holds is written otherwise, or as a question mark.
 * @example fontRuns('Ω 5') // [{ family: 'Source Sans 3 Greek', text: 'Ω' }, { family: 'Source Sans 3', text: ' 5' }]
 */
export function fontRuns(text: string): FontRun[] {
  const runs: FontRun[] = []
  for (const letter of text.normalize('NFC')) {
    const written = FONT_PARTS.some(({ holds }) => holds.test(letter)) ? letter : (INSTEAD[letter] ?? '?')
    const { family } = FONT_PARTS.find(({ holds }) => holds.test(written)) ?? (FONT_PARTS[0] as PartOfFont)
    const last = runs.at(-1)
    if (last?.family === family) runs[runs.length - 1] = { family, text: last.text + written }
    else runs.push({ family, text: written })
  }
  return runs
}
