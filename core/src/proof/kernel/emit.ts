import { AT, type Parameter } from '../parameters.ts'
import { moduleOf, signed, unsigned, type WasmType } from './bytes.ts'
import { type Form, headOf, isSame, parts } from './form.ts'
import { CELL_BYTES, COUNT, LANE, PLAIN, type Shape, WORDS, type Words } from './words.ts'

/** What the function is handed, in this order: days, then where each row begins in memory. */
export const HANDED = [
  'firstDay',
  'pastDay',
  'parameters',
  'schedule',
  'days',
  'weather',
  'dumps',
  'state',
  'totals',
  'extremes',
] as const

/** The row with one figure for all lanes. */
const SHARED = 'schedule'
/** A choice with more to do than this is passed over where no lane wants it. */
const HEAVY = 14

/**
 * A module that works a program with some years side by side. Nothing branches by a figure: both sides of a choice are worked,
 * and a mask says which lane takes what; a heavy side is passed over where no lane takes it.
 * @returns its bytes; it imports `lanes.memory` and exports `run`, handed what HANDED says
 */
export const emitted = (program: readonly Form[], shape: Shape): Uint8Array => new Emitter(shape).module(program)

type Code = readonly number[]

class Emitter {
  private readonly words: Words
  private readonly places = new Map<string, number>(HANDED.map((name, at) => [name, at]))
  private readonly flags = new Set<string>()
  /** How many masks deep a name was given its first value. */
  private readonly declaredAt = new Map<string, number>()
  private readonly locals: WasmType[] = []
  /** Masks within which something is done, the outermost first: places of locals. */
  private readonly masks: number[] = []

  constructor(private readonly shape: Shape) {
    this.words = WORDS[shape]
  }

  module(program: readonly Form[]): Uint8Array {
    const code = this.block(program)
    return moduleOf(HANDED.length, this.locals, code)
  }

  private block(statements: readonly Form[]): Code {
    return statements.flatMap((statement) => this.statement(statement))
  }

  private statement(statement: Form): Code {
    const [head, a = '', b = 0, c = 0, d = 0, e = []] = parts(statement) ?? []
    if (head === 'let') return this.declared(String(a), String(b), c)
    if (head === 'set') return this.set(String(a), b)
    if (head === 'put') return this.put(String(a), b, c)
    if (head === 'if') return this.choice(a, inner(b), inner(c))
    if (head === 'for') return this.loop(String(a), b, c, d, inner(e))
    throw new Error(`no statement: ${head}`)
  }

  private declared(kind: string, name: string, value: Form): Code {
    const isCount = kind === 'int' || kind === 'flag'
    if (kind === 'flag') this.flags.add(name)
    this.declaredAt.set(name, this.masks.length)
    const code = isCount ? this.count(value) : kind === 'mask' ? this.mask(value) : this.real(value)
    const place = this.places.get(name) ?? this.local(isCount ? 'i32' : 'v128')
    this.places.set(name, place)
    return [...code, ...into(place)]
  }

  private set(name: string, value: Form): Code {
    const place = this.placeOf(name)
    const isWithin = this.masks.length > (this.declaredAt.get(name) ?? 0)
    return [...(isWithin ? this.chosen(name, value) : this.real(value)), ...into(place)]
  }

  private put(row: string, place: Form, value: Form): Code {
    const { code, offset } = this.address(row, place)
    const figure = this.masks.length > 0 ? this.chosen(['get', row, place], value) : this.real(value)
    return [...code, ...figure, ...lane(LANE.store), 4, ...unsigned(offset)]
  }

  /** A new value for the lanes of the mask, and what there was for the others. */
  private chosen(before: Form, value: Form): Code {
    const [head, a = 0, b = 0] = parts(value) ?? []
    if (head === '+' && isSame(a, before))
      return [...this.real(a), ...this.real(b), ...this.current(), ...lane(LANE.and), ...this.reckon('+')]
    if (value === 0) return [...this.real(before), ...this.current(), ...lane(LANE.andNot)]
    return [...this.real(value), ...this.real(before), ...this.current(), ...lane(LANE.select)]
  }

  private choice(condition: Form, yes: readonly Form[], no: readonly Form[]): Code {
    if (this.isFlag(condition)) {
      const otherwise = no.length > 0 ? [PLAIN.otherwise, ...this.block(no)] : []
      return [...this.count(condition), ...PLAIN.choice, ...this.block(yes), ...otherwise, PLAIN.end]
    }
    const taken = this.local('v128')
    const narrowed = this.masks.length > 0 ? [...this.current(), ...lane(LANE.and)] : []
    const code = [...this.mask(condition), ...narrowed, ...into(taken)]
    if (no.length === 0) return [...code, ...this.within(taken, yes)]
    const other = this.local('v128')
    const others =
      this.masks.length > 0
        ? [...this.current(), ...from(taken), ...lane(LANE.andNot)]
        : [...from(taken), ...lane(LANE.not)]
    return [...code, ...others, ...into(other), ...this.within(taken, yes), ...this.within(other, no)]
  }

  /** Does something for the lanes of a mask. */
  private within(mask: number, statements: readonly Form[]): Code {
    this.masks.push(mask)
    const code = this.block(statements)
    this.masks.pop()
    if (weightOf(statements) <= HEAVY) return code
    return [...from(mask), ...lane(LANE.anyTrue), ...PLAIN.choice, ...code, PLAIN.end]
  }

  private loop(name: string, first: Form, past: Form, step: Form, body: readonly Form[]): Code {
    const place = this.places.get(name) ?? this.local('i32')
    this.places.set(name, place)
    return [
      ...[...this.count(first), ...into(place), ...PLAIN.block, ...PLAIN.loop],
      ...[...from(place), ...this.count(past), ...this.counted('i>='), PLAIN.leaveIf, 1],
      ...this.block(body),
      ...[...from(place), ...this.count(step), ...this.counted('i+'), ...into(place), PLAIN.again, 0],
      ...[PLAIN.end, PLAIN.end],
    ]
  }

  /** Leaves a figure in every lane on the stack. */
  private real(form: Form): Code {
    if (typeof form === 'number') return this.constant(form)
    if (typeof form === 'string') return from(this.placeOf(form))
    const [head, a = 0, b = 0, c = 0] = parts(form) ?? []
    if (head === 'parameter') return this.cell('parameters', AT[a as Parameter])
    if (head === 'get') return this.cell(String(a), b)
    if (head === 'figure') return [...this.count(a), ...this.words.figure]
    if (head === 'pick') return this.pick(a, b, c)
    if (head === 'sqrt') return [...this.real(a), ...lane(this.words.root)]
    return [...this.real(a), ...this.real(b), ...this.reckon(String(head))]
  }

  private pick(condition: Form, a: Form, b: Form): Code {
    const [compare, one = 0, other = 0] = parts(condition) ?? []
    const isOwn = isSame(one, a) && isSame(other, b)
    const isTurned = isSame(one, b) && isSame(other, a)
    if ((compare === '<' || compare === '>') && (isOwn || isTurned)) {
      // The lesser or the greater of two: one word, with the same answer where they are equal, or where one is no number.
      const word = (compare === '<') === isOwn ? this.words.lesser : this.words.greater
      return [...this.real(b), ...this.real(a), ...lane(word)]
    }
    if (b === 0) return [...this.real(a), ...this.mask(condition), ...lane(LANE.and)]
    if (a === 0) return [...this.real(b), ...this.mask(condition), ...lane(LANE.andNot)]
    return [...this.real(a), ...this.real(b), ...this.mask(condition), ...lane(LANE.select)]
  }

  /** Leaves yes or no in every lane on the stack: all bits, or none. */
  private mask(form: Form): Code {
    if (typeof form === 'boolean' || this.isFlag(form)) {
      const flag = typeof form === 'boolean' ? this.count(form ? 1 : 0) : this.count(form)
      return [...this.count(0), ...flag, ...this.counted('i-'), ...PLAIN.allLanes]
    }
    if (typeof form === 'string') return from(this.placeOf(form))
    const [head, a = 0, b = 0] = parts(form) ?? []
    if (head === 'and' || head === 'or') return [...this.mask(a), ...this.mask(b), ...lane(LANE[head])]
    const compare = this.words.compare[String(head)]
    if (compare === undefined) throw new Error(`no yes or no: ${head}`)
    return [...this.real(a), ...this.real(b), ...lane(compare)]
  }

  /** Leaves a count, or a yes or no of all lanes, on the stack. */
  private count(form: Form): Code {
    if (typeof form === 'number') return [PLAIN.count, ...signed(form)]
    if (typeof form === 'string') return from(this.placeOf(form))
    const [head, a = 0, b = 0] = parts(form) ?? []
    if (head === 'whole') return this.whole(a)
    return [...this.count(a), ...this.count(b), ...this.counted(String(head))]
  }

  /** A figure that is whole, and the same in every lane, as a count. */
  private whole(cell: Form): Code {
    const [, row = '', place = 0] = parts(cell) ?? []
    const { code, offset } = this.address(String(row), place)
    return [...code, this.words.load, 2, ...unsigned(offset), ...this.words.whole]
  }

  private cell(row: string, place: Form): Code {
    const { code, offset } = this.address(row, place)
    const isShared = row === SHARED
    return [...code, ...lane(isShared ? this.words.splatLoad : LANE.load), isShared ? 2 : 4, ...unsigned(offset)]
  }

  /** Where a cell is: what is known beforehand is the offset. */
  private address(row: string, place: Form): { readonly code: Code; readonly offset: number } {
    const bytes = row === SHARED ? this.words.figureBytes : CELL_BYTES
    const base = from(this.placeOf(row))
    if (typeof place === 'number') return { code: base, offset: place * bytes }
    const [head, a = 0, b = 0] = parts(place) ?? []
    const isSplit = head === 'i+' && typeof b === 'number'
    const moved = [...this.count(isSplit ? a : place), ...this.count(bytes), ...this.counted('i*')]
    return { code: [...base, ...moved, ...this.counted('i+')], offset: isSplit ? b * bytes : 0 }
  }

  private isFlag(form: Form): boolean {
    if (typeof form === 'string') return this.flags.has(form)
    const [head, a = 0, b = 0] = parts(form) ?? []
    return head === 'and' || head === 'or' ? this.isFlag(a) && this.isFlag(b) : String(head).startsWith('i')
  }

  private constant(value: number): Code {
    const row = this.shape === 'f64x2' ? Float64Array.of(value, value) : Float32Array.of(value, value, value, value)
    return [...lane(LANE.constant), ...new Uint8Array(row.buffer)]
  }

  private reckon(word: string): Code {
    const code = this.words.reckon[word]
    if (code === undefined) throw new Error(`no figure: ${word}`)
    return lane(code)
  }

  private counted(word: string): Code {
    const code = COUNT[word]
    if (code === undefined) throw new Error(`no count: ${word}`)
    return [code]
  }

  private current(): Code {
    return from(this.masks.at(-1) ?? 0)
  }

  private local(type: WasmType): number {
    this.locals.push(type)
    return HANDED.length + this.locals.length - 1
  }

  private placeOf(name: string): number {
    const place = this.places.get(name)
    if (place === undefined) throw new Error(`nothing is called ${name}`)
    return place
  }
}

const lane = (word: number): Code => [PLAIN.lanes, ...unsigned(word)]
const from = (place: number): Code => [PLAIN.get, ...unsigned(place)]
const into = (place: number): Code => [PLAIN.set, ...unsigned(place)]
const inner = (form: Form): readonly Form[] => parts(form)?.slice(1) ?? []

/** Words in a form: about what it takes to work it. */
const weightOf = (form: Form | readonly Form[]): number =>
  typeof form === 'object' ? form.reduce<number>((sum, part) => sum + weightOf(part), headOf(form) === '' ? 0 : 1) : 0
