import type { Bench } from './bench.ts'
import type { LinkId, Need } from './links.ts'
import { type Step, Working } from './working.ts'

/** What every link gives: its one answer in words, and what is still needed before it is whole. */
export interface LinkResult {
  readonly answer: string
  readonly needs: readonly Need[]
}

/** A result with the working that led to it. */
export type Worked<R> = R & { readonly steps: readonly Step[] }

/** `link(bench, upstream)`: a link of the chain, or a part of one that another link needs ahead of it. */
export type Link<U, R> = (bench: Bench, upstream: U) => Worked<R>

/** Results kept of each link: enough for the options, schools and trials a page goes through between two edits. */
const KEPT = 12

/**
 * Defines a link by what it reads and how it works. `work` is handed nothing but what `reads` names, so that a result may
 * be taken again for as long as each of those is the same object or value: an edit of a cable does not work the sun again.
 * @param reads what of bench and upstream counts, by name; the same names each time
 */
export function defineLink<U, const Reads extends Readonly<Record<string, unknown>>, R>(
  link: LinkId,
  reads: (bench: Bench, upstream: U) => Reads,
  work: (reads: Reads, working: Working) => R,
): Link<U, R> {
  const kept: { readonly reads: Reads; readonly result: Worked<R> }[] = []
  let names: (keyof Reads)[] = []
  return (bench, upstream) => {
    const read = reads(bench, upstream)
    if (names.length === 0) names = Object.keys(read)
    const at = kept.findIndex((each) => sameReads(each.reads, read, names))
    const [before] = at < 0 ? [] : kept.splice(at, 1)
    if (before) {
      kept.unshift(before)
      return before.result
    }
    const working = new Working(link)
    const result: Worked<R> = { ...work(read, working), steps: working.steps }
    kept.unshift({ reads: read, result })
    kept.length = Math.min(kept.length, KEPT)
    return result
  }
}

/** What differed last is looked at first, because an edit most often changes what the one before it did. */
function sameReads<R extends Readonly<Record<string, unknown>>>(a: R, b: R, names: (keyof R)[]): boolean {
  const at = names.findIndex((name) => !Object.is(a[name], b[name]))
  if (at > 0) names.unshift(...names.splice(at, 1))
  return at < 0
}
