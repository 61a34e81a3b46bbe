/** A file of a typeface holds a part of its letters: which, as the package says. Files are named from their package. */
interface FontPart {
  readonly family: string
  readonly normal: string
  readonly bold: string
  readonly italics: string
  readonly holds: RegExp
}

const SOURCE = '@fontsource/source-sans-3/files/source-sans-3'
const part = (family: string, subset: string, holds: RegExp): FontPart => ({
  family,
  normal: `${SOURCE}-${subset}-400-normal.woff`,
  bold: `${SOURCE}-${subset}-600-normal.woff`,
  italics: `${SOURCE}-${subset}-400-italic.woff`,
  holds,
})

/** Letters that every file of a part has a glyph for, as its tables say; a test looks each of them up. */
// biome-ignore format: a part a line
const HOLDS = {
  latin: /[ -~\u00a0-\u00ac\u00ae-\u00ff\u0131\u0152\u0153\u02bb\u02bc\u02c6\u02da\u02dc\u2009\u2013\u2014\u2018-\u201a\u201c-\u201e\u2022\u2026\u2032\u2033\u2039\u203a\u2044\u20ac\u2122\u2191\u2193\u2212\u2215]/u,
  more: /[\u0100-\u0130\u0132-\u0151\u0154-\u0181\u0186\u018a\u018d-\u0190\u0192-\u0194\u0196\u0197\u019a\u019b\u019e\u01a0\u01a1\u01af-\u01b1\u01b7\u01bf-\u01c3\u01cd-\u01dd\u01e2-\u01e7\u01ea\u01eb\u01ee-\u01f0\u01f4\u01f5\u01f7-\u0201\u0204\u0205\u0208\u0209\u020c\u020d\u0218-\u0220\u0222\u0223\u0226\u0227\u0237\u023a-\u023e\u0241-\u0245\u0248\u0249\u0250-\u027b\u027d-\u0285\u0287-\u0292\u0294\u0295\u0298\u0299\u029b-\u029f\u02a1-\u02a8\u02b0-\u02b4\u02b7-\u02b9\u02bd-\u02c1\u02c7-\u02cc\u02d0-\u02d7\u02dd\u02de\u02e0-\u02e4\u02ed\u1d25\u1d2c\u1d2e\u1d30\u1d31\u1d33-\u1d3a\u1d3c\u1d3e-\u1d43\u1d47-\u1d4b\u1d4d\u1d4f-\u1d52\u1d56-\u1d58\u1d5b\u1d6f\u1d70\u1d79\u1d7b\u1d7f\u1d9c\u1da0\u1dac\u1dae\u1db0\u1dbb\u1dbf\u1e02\u1e03\u1e06\u1e07\u1e0a-\u1e11\u1e16\u1e17\u1e1e-\u1e2b\u1e32-\u1e3b\u1e3e-\u1e49\u1e52\u1e53\u1e56-\u1e63\u1e66\u1e67\u1e6a-\u1e6f\u1e72\u1e73\u1e7e-\u1e85\u1e8e-\u1e97\u1e9e\u1e9f\u1ef2-\u1ef9\u2020\u20a1\u20a3\u20a4\u20a6\u20a7\u20a9\u20ab\u20ae\u20b1\u20b2\u20b4\u20b5\u20b8-\u20ba\u20bd\u2113\u2c60-\u2c62\u2c65\u2c66\u2c71\u2c7d]/u,
  greek: /[\u0374\u0375\u037a\u037e\u0384-\u038a\u038c\u038e-\u03a1\u03a3-\u03d1\u03d5\u03d7\u03d9\u03db\u03dd\u03e1\u03f4\u03f7\u03f8]/u,
  cyrillic: /[\u0400-\u045f\u0490\u0491\u04b0\u04b1\u2116]/u,
  signs: /[\u0182-\u0185\u0187-\u0189\u018b\u018c\u0191\u0195\u0198\u0199\u019c\u019d\u019f\u01a2-\u01ae\u01b2-\u01b6\u01b8-\u01be\u01c4-\u01cc\u01de-\u01e1\u01e8\u01e9\u01ec\u01ed\u01f1-\u01f3\u01f6\u0202\u0203\u0206\u0207\u020a\u020b\u020e-\u0217\u0221\u0224\u0225\u0228-\u0236\u0238\u0239\u023f\u0240\u0246\u0247\u024a-\u024f\u0370-\u0373\u0376\u0377\u037b-\u037d\u037f\u03d2-\u03d4\u03d6\u03d8\u03da\u03dc\u03de-\u03e0\u03e2-\u03f3\u03f5\u03f6\u03f9-\u03ff\u0460-\u048f\u0492-\u04af\u04b2-\u0525\u2000-\u2008\u200a\u2010-\u2012\u2015-\u2017\u201b\u201f\u2021\u2023-\u2025\u2027-\u2029\u202f-\u2031\u2034-\u2038\u203b-\u2043\u2045-\u205f\u2070\u2071\u2074-\u208e\u2090-\u209c\u20a0\u20a2\u20a5\u20a8\u20aa\u20ad\u20af\u20b0\u20b3\u2100-\u2109\u210b-\u2112\u2114\u2115\u2117-\u2121\u2123-\u2149\u214b\u214e\u2150-\u2185\u2189\u2190\u2192\u2194-\u2211\u2213\u2214\u2216-\u2311\u2318\u2319\u231c-\u2321\u2324-\u2328\u232b\u232c\u2373-\u2375\u237a\u237d\u2387\u2394\u239b-\u23ae\u23ce\u23cf\u23e3\u23e5\u23e8\u2422\u2423\u2460-\u2469\u2500-\u269c\u269e-\u26b8\u26c0-\u26c3\u26e2\u2701-\u2704\u2706-\u2709\u270c-\u2727\u2729-\u274b\u274d\u274f-\u2752\u2756\u2758-\u275e\u2761-\u2794\u2798-\u27af\u27b1-\u27be]/u,
}

/** The typeface of what is printed, in the parts its package ships, the first of them for most; signs it lacks come from another. */
export const FONT_PARTS: readonly FontPart[] = [
  part('Source Sans 3', 'latin', HOLDS.latin),
  part('Source Sans 3 more', 'latin-ext', HOLDS.more),
  part('Source Sans 3 Greek', 'greek', HOLDS.greek),
  part('Source Sans 3 Cyrillic', 'cyrillic', HOLDS.cyrillic),
  {
    family: 'DejaVu Sans',
    normal: 'dejavu-fonts-ttf/ttf/DejaVuSans.ttf',
    bold: 'dejavu-fonts-ttf/ttf/DejaVuSans-Bold.ttf',
    italics: 'dejavu-fonts-ttf/ttf/DejaVuSans-Oblique.ttf',
    holds: HOLDS.signs,
  },
]

/** Where each file of the typeface lies, for the maker of PDFs. @param locate path or address of a file of a package */
export const fontsAt = (locate: (file: string) => string) =>
  Object.fromEntries(
    FONT_PARTS.map(({ family, normal, bold, italics }) => [
      family,
      { normal: locate(normal), bold: locate(bold), italics: locate(italics), bolditalics: locate(bold) },
    ]),
  )

const [MAIN] = FONT_PARTS as readonly [FontPart, ...FontPart[]]
export const MAIN_FAMILY = MAIN.family

/** A run of letters of one part. */
export interface FontRun {
  readonly family: string
  readonly text: string
}

const known = new Map<string, readonly FontRun[]>()
const MOST_KNOWN = 20_000

/**
 * A text in runs of letters that one part of the typeface holds; what none holds is a question mark.
 * @example fontRuns('Ω 5') // [{ family: 'Source Sans 3 Greek', text: 'Ω' }, { family: 'Source Sans 3', text: ' 5' }]
 */
export function fontRuns(text: string): readonly FontRun[] {
  const before = known.get(text)
  if (before) return before
  const runs: FontRun[] = []
  for (const letter of text.normalize('NFC')) {
    const own = FONT_PARTS.find(({ holds }) => holds.test(letter))
    const { family } = own ?? MAIN
    const written = own ? letter : '?'
    const last = runs.at(-1)
    if (last?.family === family) runs[runs.length - 1] = { family, text: last.text + written }
    else runs.push({ family, text: written })
  }
  if (known.size >= MOST_KNOWN) known.clear()
  known.set(text, runs)
  return runs
}
