/**
 * The words a program of the balance is written in. It is read off `balance.ts` (`npm run kernel`), one statement a line:
 *
 *     (let KIND name value)            KIND: real, a figure in each lane; mask, yes or no in each; int and flag, of all lanes
 *     (set name value)
 *     (put ROW place value)            ROW: a row of figures in memory
 *     (if yesOrNo (do …) (do …))
 *     (for name from to step (do …))
 *
 * A value is a number, a name, or one of: (+ − * / a b), (sqrt a), (pick yesOrNo a b), (parameter NAME), (get ROW place),
 * (figure int); (i+ i− i* a b), (whole real) of counts; (< > <= >= = a b), with an i before for counts; (and or a b).
 */
export type Form = number | boolean | string | readonly Form[]

/** A form with its words, or null where it is a single one. */
export const parts = (form: Form): readonly Form[] | null => (typeof form === 'object' ? form : null)

/** The word a form begins with. */
export const headOf = (form: Form): string => (typeof form === 'object' ? String(form[0]) : '')

/**
 * Reads a program.
 * @throws Error where a bracket is missing
 * @example readProgram('(let real a (+ b 1))') // [['let', 'real', 'a', ['+', 'b', 1]]]
 */
export function readProgram(text: string): readonly Form[] {
  const words = text.match(/[()]|[^\s()]+/g) ?? []
  let at = 0
  const read = (): Form => {
    const word = words[at++]
    if (word === undefined) throw new Error('the program ends within brackets')
    if (word !== '(') return word === 'Infinity' || (/^[-\d.]/.test(word) && word !== '-') ? Number(word) : word
    const inside: Form[] = []
    while (words[at] !== ')') inside.push(read())
    at++
    return inside
  }
  const program: Form[] = []
  while (at < words.length) program.push(read())
  return program
}

/** Whether two forms are the same. */
export function isSame(a: Form, b: Form): boolean {
  if (typeof a !== 'object' || typeof b !== 'object') return a === b
  return a.length === b.length && a.every((part, i) => isSame(part, b[i] ?? ''))
}
