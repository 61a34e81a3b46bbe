/** What a spreadsheet would take for a formula, with what was set before it to say that it is none. */
const FORMULA = /^'*[=+\-@\t\r]/
/** A figure is a figure, whatever sign it begins with. */
const FIGURE = /^[+-]?\d+(?:[.,]\d+)?(?:e[+-]?\d+)?$/i

/**
 * A text as it may leave for a spreadsheet: one that would be taken for a formula has an apostrophe before it.
 * @example guarded('=1+1') // "'=1+1"
 */
export const guarded = (text: string): string => (FORMULA.test(text) && !FIGURE.test(text) ? `'${text}` : text)

/** The text as it was before it left. @example unguarded("'=1+1") // '=1+1' */
export const unguarded = (text: string): string => (text.startsWith("'") && FORMULA.test(text) ? text.slice(1) : text)
