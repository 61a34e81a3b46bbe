import type { Role } from '../plant/plant.ts'

/** Electrotechnical symbols as strokes about their middle, 36 wide at most, the line of the circuit along y = 0. */

export const SYMBOLS = [
  'panels',
  'battery',
  'dc-dc',
  'dc-ac',
  'ac-dc',
  'generator',
  'engine',
  'mains',
  'board',
  'join',
  'loads',
  'fuse',
  'breaker',
  'isolator',
  'load-disconnect',
  'relay',
  'residual-current',
  'surge',
  'shunt',
  'earth',
  'protective-earth',
  'body',
] as const
export type SymbolName = (typeof SYMBOLS)[number]

/** A stroke of a symbol: a path, filled or not, or a letter. */
export type Stroke =
  | { readonly d: string; readonly filled?: boolean }
  | { readonly letter: string; readonly x: number; readonly y: number }

export type SymbolSet = Readonly<Record<SymbolName, readonly Stroke[]>>

const CONVERTER_BOX = 'M-15-15H15V15H-15Z M-15 15L15-15'
const converter = (from: string, to: string): readonly Stroke[] => [
  { d: CONVERTER_BOX },
  { letter: from, x: -7, y: -3 },
  { letter: to, x: 7, y: 12 },
]
const CIRCLE = 'M-14 0A14 14 0 1 0 14 0A14 14 0 1 0-14 0'
const EARTH = 'M0-12V0 M-11 0H11 M-7 4.5H7 M-3 9H3'

/** What both conventions draw alike. */
const COMMON = {
  panels: [
    { d: 'M-15-11H15V11H-15Z M-15-11L0 2L15-11' },
    { d: 'M-22-20L-13-13 M-17-13.5H-13V-17.5' },
    { d: 'M-14-24L-5-17 M-9-17.5H-5V-21.5' },
  ],
  battery: [{ d: 'M-12-13V13 M-4-6V6 M4-13V13 M12-6V6 M-18 0H-12 M12 0H18' }],
  'dc-dc': converter('=', '='),
  'dc-ac': converter('=', '~'),
  'ac-dc': converter('~', '='),
  generator: [{ d: CIRCLE }, { letter: 'G', x: 0, y: 1 }, { letter: '~', x: 0, y: 11 }],
  engine: [{ d: CIRCLE }, { letter: 'G', x: 0, y: 1 }, { letter: '=', x: 0, y: 11 }],
  mains: [{ d: CIRCLE }, { letter: '~', x: 0, y: 6 }],
  board: [{ d: 'M-15-13H15V13H-15Z M-15-4H15 M-5-4V13 M5-4V13' }],
  join: [{ d: 'M0-16V16 M-14-9H0 M-14 0H0 M-14 9H0 M0 0H14' }],
  loads: [{ d: 'M-14 0H10 M10 0L3-5 M10 0L3 5' }],
  earth: [{ d: EARTH }],
  'protective-earth': [{ d: EARTH }, { d: 'M-14-1A14 14 0 1 0 14-1A14 14 0 1 0-14-1' }],
  body: [{ d: 'M0-12V0 M-12 0H12 M-12 0L-16 8 M0 0L-4 8 M12 0L8 8' }],
} as const satisfies Partial<SymbolSet>

/** IEC 60617. */
export const IEC_60617: SymbolSet = {
  ...COMMON,
  fuse: [{ d: 'M-13-5H13V5H-13Z M-13 0H13' }],
  breaker: [{ d: 'M-14 0H-9 M-9 0L10-11 M10 0H14 M7-3L13 3 M7 3L13-3' }],
  isolator: [{ d: 'M-14 0H-9 M-9 0L10-11 M10 0H14 M10-5V5' }],
  'load-disconnect': [{ d: 'M-14 0H-9 M-9 0L10-11 M10 0H14 M13-5V5 M7 0A2.6 2.6 0 1 0 12.2 0A2.6 2.6 0 1 0 7 0' }],
  relay: [{ d: 'M-14 0H-9 M-9 0L10-11 M10 0H14 M-8-22H6V-14H-8Z M0-14V-6' }],
  'residual-current': [{ d: 'M-14 0H14 M-5 0A5 9 0 1 0 5 0A5 9 0 1 0-5 0' }, { d: 'M-1-9L4-16H10' }],
  surge: [
    { d: 'M-7-13H7V13H-7Z M0-13V-4 M0 13V4' },
    { d: 'M-4-4H4L0 1Z', filled: true },
    { d: 'M-4 5H4L0 0Z', filled: true },
  ],
  shunt: [{ d: 'M-13-4H13V4H-13Z M-8-4V-11 M8-4V-11' }],
}

/** IEEE 315, ANSI Y32. */
export const IEEE_315: SymbolSet = {
  ...COMMON,
  fuse: [
    { d: 'M-14 0C-9-11-4-11 0 0S9 11 14 0' },
    { d: 'M-15 0A1.5 1.5 0 1 0-12 0A1.5 1.5 0 1 0-15 0 M12 0A1.5 1.5 0 1 0 15 0A1.5 1.5 0 1 0 12 0', filled: true },
  ],
  breaker: [
    { d: 'M-12 0C-7-12 7-12 12 0' },
    { d: 'M-14 0A2 2 0 1 0-10 0A2 2 0 1 0-14 0 M10 0A2 2 0 1 0 14 0A2 2 0 1 0 10 0' },
  ],
  isolator: [{ d: 'M-12 0L11-10' }, { d: 'M-14 0A2 2 0 1 0-10 0A2 2 0 1 0-14 0 M10 0A2 2 0 1 0 14 0A2 2 0 1 0 10 0' }],
  'load-disconnect': [
    { d: 'M-12 0L11-10 M0-5V-14H-5' },
    { d: 'M-14 0A2 2 0 1 0-10 0A2 2 0 1 0-14 0 M10 0A2 2 0 1 0 14 0A2 2 0 1 0 10 0' },
  ],
  relay: [
    { d: 'M-12 0L11-10 M-8-22H6V-14H-8Z M0-14V-6' },
    { d: 'M-14 0A2 2 0 1 0-10 0A2 2 0 1 0-14 0 M10 0A2 2 0 1 0 14 0A2 2 0 1 0 10 0' },
  ],
  'residual-current': [{ d: 'M-14 0H14 M-5 0A5 9 0 1 0 5 0A5 9 0 1 0-5 0' }, { letter: 'GF', x: 0, y: -11 }],
  surge: [{ d: 'M0-13V-3 M0 13V3 M-5-8L0-3L5-8 M-5 8L0 3L5 8' }],
  shunt: [{ d: 'M-14 0H-11L-8-5L-4 5L0-5L4 5L8-5L11 0H14 M-11 0V-10 M11 0V-10' }],
}

/** Symbols by the name a rule set gives its convention. */
export const SYMBOL_SETS = { 'IEC 60617': IEC_60617, 'IEEE 315': IEEE_315 } as const

const SYMBOL_OF: Partial<Record<Role, SymbolName>> = {
  panels: 'panels',
  battery: 'battery',
  generator: 'generator',
  shore: 'mains',
  engine: 'engine',
  combiner: 'join',
  'bank-bars': 'join',
  controller: 'dc-dc',
  charger: 'ac-dc',
  'engine-charger': 'dc-dc',
  relay: 'relay',
  inverter: 'dc-ac',
  'ac-coupled': 'dc-ac',
  'ac-board': 'board',
  'dc-board': 'board',
  isolator: 'isolator',
  'battery-switch': 'isolator',
  'load-disconnect': 'load-disconnect',
  'residual-current': 'residual-current',
  surge: 'surge',
  shunt: 'shunt',
}

/** The symbol of a unit by what it is there for. */
export const symbolOf = (role: Role): SymbolName => SYMBOL_OF[role] ?? 'loads'
