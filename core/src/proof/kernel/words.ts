/** Words of WebAssembly as bytes: WebAssembly Core Specification 2.0, 5.4, those of lanes after their prefix. */

/** How figures lie side by side: two of double precision, or four of single. */
export type Shape = 'f64x2' | 'f32x4'
export const LANES: Readonly<Record<Shape, number>> = { f64x2: 2, f32x4: 4 }
/** Bytes of a figure in every lane. */
export const CELL_BYTES = 16

export interface Words {
  readonly figureBytes: number
  readonly splatLoad: number
  readonly load: number
  readonly whole: readonly number[]
  readonly figure: readonly number[]
  readonly compare: Readonly<Record<string, number>>
  readonly reckon: Readonly<Record<string, number>>
  readonly lesser: number
  readonly greater: number
  readonly root: number
}
export const WORDS: Readonly<Record<Shape, Words>> = {
  f64x2: {
    figureBytes: 8,
    splatLoad: 0x0a,
    load: 0x2b,
    whole: [0xfc, 0x02],
    figure: [0xb7, 0xfd, 0x14],
    compare: { '=': 0x47, '<': 0x49, '>': 0x4a, '<=': 0x4b, '>=': 0x4c },
    reckon: { '+': 0xf0, '-': 0xf1, '*': 0xf2, '/': 0xf3 },
    lesser: 0xf6,
    greater: 0xf7,
    root: 0xef,
  },
  f32x4: {
    figureBytes: 4,
    splatLoad: 0x09,
    load: 0x2a,
    whole: [0xfc, 0x00],
    figure: [0xb2, 0xfd, 0x13],
    compare: { '=': 0x41, '<': 0x43, '>': 0x44, '<=': 0x45, '>=': 0x46 },
    reckon: { '+': 0xe4, '-': 0xe5, '*': 0xe6, '/': 0xe7 },
    lesser: 0xea,
    greater: 0xeb,
    root: 0xe3,
  },
}
/** Words of counts. */
export const COUNT: Readonly<Record<string, number>> = {
  'i=': 0x46,
  'i<': 0x48,
  'i>': 0x4a,
  'i<=': 0x4c,
  'i>=': 0x4e,
  'i+': 0x6a,
  'i-': 0x6b,
  'i*': 0x6c,
  and: 0x71,
  or: 0x72,
}

/** Words of all lanes, in both shapes. */
export const LANE = {
  load: 0x00,
  store: 0x0b,
  constant: 0x0c,
  not: 0x4d,
  and: 0x4e,
  andNot: 0x4f,
  or: 0x50,
  select: 0x52,
  anyTrue: 0x53,
} as const

/** Other words: locals, blocks and branches, and what is between counts and lanes. */
export const PLAIN = {
  get: 0x20,
  set: 0x21,
  block: [0x02, 0x40],
  loop: [0x03, 0x40],
  choice: [0x04, 0x40],
  otherwise: 0x05,
  end: 0x0b,
  again: 0x0c,
  leaveIf: 0x0d,
  /** Before a count that is known. */
  count: 0x41,
  /** A count of 32 bits as one of 64, and that in both halves of the lanes. */
  allLanes: [0xac, 0xfd, 0x12],
  /** Before a word of lanes. */
  lanes: 0xfd,
} as const
