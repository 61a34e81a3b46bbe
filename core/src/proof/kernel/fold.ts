import { type Form, headOf, isSame, parts } from './form.ts'
import { type IsUnread, withoutUnread } from './unread.ts'

/** What is known of a run before it begins. */
export interface Known {
  /** Figures that are alike in every lane and every hour, by the names of parameters. */
  readonly parameters: ReadonlyMap<string, number>
  /** Counts the loop is handed. */
  readonly counts: ReadonlyMap<string, number>
  /** Columns of the schedule that are zero in every hour. */
  readonly emptyColumns: ReadonlySet<number>
  /** Constants of the loop that are others here, by name. */
  readonly constants: ReadonlyMap<string, number>
  readonly isUnread: IsUnread
}

/**
 * A program with what is known put in: what is not there costs nothing. Gives the same figures to the last bit, but for the
 * sign of a zero.
 */
export function folded(program: readonly Form[], known: Known): readonly Form[] {
  let now = program
  for (let pass = 0; pass < MOST_PASSES; pass++) {
    const before = sizeOf(now)
    now = withoutUnread(new Folding(known, changedNames(now)).block(now), known.isUnread)
    if (sizeOf(now) === before) break
  }
  return now
}
const MOST_PASSES = 12

const sizeOf = (form: Form | readonly Form[]): number =>
  typeof form === 'object' ? form.reduce<number>((sum, part) => sum + sizeOf(part), 1) : 1

/** Names that are set after they were first given a value. */
function changedNames(program: Form | readonly Form[], found = new Set<string>()): Set<string> {
  if (typeof program !== 'object') return found
  if (headOf(program) === 'set' || headOf(program) === 'for') found.add(String(program[1]))
  for (const part of program) changedNames(part, found)
  return found
}

class Folding {
  /** Names that stand for a number, a word, or another name. */
  private readonly means = new Map<string, Form>()
  private readonly notNegative = new Set<string>()

  constructor(
    private readonly known: Known,
    private readonly changed: ReadonlySet<string>,
  ) {
    for (const [name, count] of known.counts) this.means.set(name, count)
  }

  block(statements: readonly Form[]): Form[] {
    return statements.flatMap((statement) => this.statement(statement))
  }

  private statement(statement: Form): Form[] {
    const [head, ...rest] = parts(statement) ?? []
    if (head === 'let') return this.declared(rest)
    if (head === 'set') return [['set', rest[0] ?? '', this.value(rest[1] ?? 0)]]
    if (head === 'put') return this.put(rest)
    if (head === 'if') return this.choice(rest)
    if (head === 'for') return this.loop(rest)
    throw new Error(`no statement: ${head}`)
  }

  private declared([kind = '', name = '', form = 0]: readonly Form[]): Form[] {
    const told = String(name)
    const value = this.known.constants.get(told) ?? this.value(form)
    if (this.changed.has(told)) return [['let', kind, name, value]]
    const isShort = typeof value !== 'object' && !(typeof value === 'string' && this.changed.has(value))
    if (isShort) {
      this.means.set(told, value)
      return []
    }
    if (this.isNotNegative(value)) this.notNegative.add(told)
    return [['let', kind, name, value]]
  }

  private put([row = '', place = 0, form = 0]: readonly Form[]): Form[] {
    const at = this.value(place)
    const value = this.value(form)
    const isSameAsBefore = isSame(value, ['get', row, at])
    return isSameAsBefore ? [] : [['put', row, at, value]]
  }

  private choice([condition = false, whenTrue = [], whenFalse]: readonly Form[]): Form[] {
    const told = this.value(condition)
    const inside = (branch: Form | undefined) => this.block(parts(branch ?? [])?.slice(1) ?? [])
    if (told === true) return inside(whenTrue)
    if (told === false) return inside(whenFalse)
    const [yes, no] = [inside(whenTrue), inside(whenFalse)]
    if (yes.length + no.length === 0) return []
    const [only] = yes
    // One figure that is chosen: no branch at all.
    if (no.length === 0 && yes.length === 1 && only && headOf(only) === 'set') {
      const [, name = '', value = 0] = parts(only) ?? []
      return [['set', name, this.value(['pick', told, value, name])]]
    }
    return [['if', told, ['do', ...yes], ['do', ...no]]]
  }

  private loop([name = '', from = 0, to = 0, step = 1, body = []]: readonly Form[]): Form[] {
    const [first, past] = [this.value(from), this.value(to)]
    if (typeof first === 'number' && typeof past === 'number' && first >= past) return []
    return [['for', name, first, past, this.value(step), ['do', ...this.block(parts(body)?.slice(1) ?? [])]]]
  }

  private value(form: Form): Form {
    if (typeof form === 'string') return this.means.get(form) ?? form
    if (typeof form !== 'object') return form
    const head = headOf(form)
    if (head === 'parameter') return this.known.parameters.get(String(form[1])) ?? form
    if (head === 'get') return this.cell(String(form[1]), this.value(form[2] ?? 0))
    const [a = 0, b = 0, c = 0] = form.slice(1).map((part) => this.value(part))
    if (head === 'pick') return this.picked(a, b, c)
    if (head === 'and' || head === 'or') return joined(head, a, b)
    const simple = this.reckoned(head.replace(/^i/, ''), a, b)
    return simple ?? (form.length === 2 ? [head, a] : [head, a, b])
  }

  private cell(row: string, place: Form): Form {
    const isEmpty = row === 'schedule' && this.known.emptyColumns.has(columnOf(place))
    return isEmpty ? 0 : ['get', row, place]
  }

  private reckoned(head: string, a: Form, b: Form): Form | null {
    if (typeof a === 'number' && typeof b === 'number') return RECKON[head]?.(a, b) ?? null
    if (head === '+') return a === 0 ? b : b === 0 ? a : null
    if (head === '-') return b === 0 ? a : isSame(a, b) ? 0 : null
    if (head === '*') return a === 0 || b === 0 ? 0 : a === 1 ? b : b === 1 ? a : null
    if (head === '/') return b === 1 ? a : null
    if (head === '<' && b === 0 && this.isNotNegative(a)) return false
    if (head === '>' && a === 0 && this.isNotNegative(b)) return false
    if (head === '>=' && b === 0 && this.isNotNegative(a)) return true
    return null
  }

  private picked(condition: Form, a: Form, b: Form): Form {
    if (condition === true) return a
    if (condition === false || isSame(a, b)) return b
    const [compare, one = 0, other = 0] = parts(condition) ?? []
    // The lesser of nothing and what is not negative.
    if (compare === '<' && one === 0 && a === 0 && isSame(other, b) && this.isNotNegative(b)) return 0
    if (compare === '>' && other === 0 && isSame(one, a) && b === 0 && this.isNotNegative(a)) return a
    if (isHeldAt(condition, a, b)) return a
    return ['pick', condition, a, b]
  }

  /** Whether a figure can never be below zero: known of few, and enough to leave out what is not there. */
  private isNotNegative(form: Form): boolean {
    if (typeof form === 'number') return form >= 0
    if (typeof form === 'string') return this.notNegative.has(form)
    if (typeof form !== 'object') return false
    const [head, a = -1, b = -1, c = -1] = form
    if (head === 'get') return a === 'schedule' || a === 'days'
    if (head === '+' || head === '*') return this.isNotNegative(a) && this.isNotNegative(b)
    if (head === 'pick') return this.isNotNegative(b) && this.isNotNegative(c)
    return head === 'parameter' && /(MostW|^standbyW|^idleW|^sleepW)$/.test(String(a))
  }
}

/** What is done with two numbers: as everywhere, in double precision. */
const RECKON: Readonly<Record<string, (a: number, b: number) => Form>> = {
  '+': (a, b) => a + b,
  '-': (a, b) => a - b,
  '*': (a, b) => a * b,
  '/': (a, b) => a / b,
  '<': (a, b) => a < b,
  '>': (a, b) => a > b,
  '<=': (a, b) => a <= b,
  '>=': (a, b) => a >= b,
  '=': (a, b) => a === b,
}

/** Whether what is chosen is a figure held between two bounds that are alike: (pick (< x a) a (pick (> x a) a x)). */
function isHeldAt(condition: Form, a: Form, b: Form): boolean {
  const [below, x = '', low = ''] = parts(condition) ?? []
  const [pick, upper = '', high = '', between = ''] = parts(b) ?? []
  const [above, y = '', most = ''] = parts(upper) ?? []
  const areAlike = [low, high, most].every((bound) => isSame(bound, a))
  return below === '<' && pick === 'pick' && above === '>' && areAlike && isSame(x, y) && isSame(x, between)
}

function joined(head: string, a: Form, b: Form): Form {
  const [strong, weak] = head === 'and' ? [false, true] : [true, false]
  if (a === strong || b === strong) return strong
  return a === weak ? b : b === weak ? a : [head, a, b]
}

/** The column of a place in the schedule: (i+ s 3) is the fourth. */
function columnOf(place: Form): number {
  if (typeof place === 'string') return 0
  const [head, , column] = parts(place) ?? []
  return head === 'i+' && typeof column === 'number' ? column : -1
}
