import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { type Design, design } from '../src/chain/design.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { WAY_HEIGHT } from '../src/diagram/columns.ts'
import { diagramOf } from '../src/diagram/diagram.ts'
import type { Diagram } from '../src/diagram/model.ts'
import { SYMBOL_SETS, SYMBOLS } from '../src/diagram/symbols.ts'
import { apply, applyAll } from '../src/edit/apply.ts'
import type { Job } from '../src/job/schema.ts'
import { designed } from './designed.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

const everyJob = [...demoJobs(), ...Object.values(FIELD_SHAPES)].map(
  (job, i) => [`${i + 1}. ${job.name}`, job] as const,
)

const drawn = (made: Design, unfolded: readonly string[] = []): Diagram =>
  diagramOf({
    plant: made.plant,
    wiring: made.wiring,
    write: made.write,
    arrayNames: new Map([['shed', 'Shed']]),
    unfolded: new Set(unfolded),
  })

interface Box {
  readonly what: string
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}
const apart = (a: Box, b: Box): boolean =>
  a.x + a.width <= b.x || b.x + b.width <= a.x || a.y + a.height <= b.y || b.y + b.height <= a.y

const boxesOf = ({ parts, ways }: Diagram): Box[] => [
  ...parts.map(({ key, x, y, width, height }) => ({ what: key, x, y, width, height })),
  ...ways.map(({ circuitId, x, y, width }) => ({ what: circuitId, x, y, width, height: WAY_HEIGHT })),
]

describe.each(everyJob)('the one-line drawing of %s', (_, job) => {
  const made = design(job, SHIPPED_CATALOGUE)
  const diagram = drawn(made)
  const whole = drawn(
    made,
    diagram.parts.map(({ key }) => key),
  )

  test('holds every circuit of the schedule once, with its size, its length and its wires', () => {
    const all = [...diagram.runs, ...diagram.ways].map(({ circuitId }) => circuitId)
    expect(all.toSorted()).toEqual(made.wiring.circuits.map(({ id }) => id).toSorted())
    for (const { cable, run, circuitId } of diagram.runs) {
      expect(cable, circuitId).toMatch(/^W\d+ {2}.*(mm²|AWG|kcmil)$/)
      expect(run).toMatch(/\d.*(m|ft), \d+ wires$/)
    }
  })

  test('names every part and every device, each once', () => {
    const devices = [...diagram.runs.flatMap(({ marks }) => marks.map(({ text }) => text.split(' ')[0]))]
    const names = [...diagram.parts.map(({ designation }) => designation), ...devices]
    for (const name of names) expect(name).toMatch(/^[A-Z]+\d+/)
    expect(new Set(diagram.parts.map(({ designation }) => designation)).size).toBe(diagram.parts.length)
  })

  test.each([
    ['folded', diagram],
    ['told one by one', whole],
  ])('stays within its frame, boxes and ways apart from one another: %s', (_how, { width, height, ...rest }) => {
    const boxes = boxesOf({ width, height, ...rest })
    for (const box of boxes) {
      expect(box.x >= 0 && box.x + box.width <= width, box.what).toBe(true)
      expect(box.y >= 0 && box.y + box.height <= (rest.earth?.y ?? height), box.what).toBe(true)
    }
    boxes.forEach((a, i) => {
      for (const b of boxes.slice(i + 1)) expect(apart(a, b), `${a.what} and ${b.what}`).toBe(true)
    })
  })

  test('runs level or upright, through no box, and marks stand on their run', () => {
    for (const { corners, marks, circuitId } of diagram.runs) {
      corners.slice(1).forEach(([x, y], i) => {
        const [beforeX, beforeY] = corners[i] ?? [Number.NaN, Number.NaN]
        expect(x === beforeX || y === beforeY, circuitId).toBe(true)
      })
      const [[x1, y1] = [0, 0], [x2] = [0, 0]] = corners
      marks.forEach(({ x, y }, i) => {
        expect(x > Math.min(x1, x2) && x < Math.max(x1, x2) && y === y1, circuitId).toBe(true)
        const next = marks[i + 1]
        if (next) expect(next.x - x).toBeGreaterThanOrEqual(26)
      })
    }
  })

  test('hangs every protective conductor on the earth bar, below all else', () => {
    const { earth } = diagram
    if (made.wiring.bonds.length === 0) {
      expect(earth).toBeNull()
      return
    }
    const hung = [...(earth?.taps ?? []).map(({ bondId }) => bondId), earth?.electrode?.bondId]
    expect(hung.filter((id) => id !== undefined).toSorted()).toEqual(made.wiring.bonds.map(({ id }) => id).toSorted())
    for (const { y, height } of diagram.parts) expect(y + height).toBeLessThan(earth?.y ?? 0)
  })

  test('is drawn in a fraction of what a person waits for', () => {
    const before = performance.now()
    drawn(made, [])
    expect(performance.now() - before).toBeLessThan(300)
  })
})

describe('a small edit does not turn the picture round', () => {
  const positions = (job: Job) => new Map(drawn(designed(job)).parts.map(({ key, x, y }) => [key, `${x} ${y}`]))

  test.each([
    ['a longer lead', { act: 'set-circuit', circuitId: 'array', patch: { lengthM: 40 } }],
    ['another battery more', { act: 'set-option', part: 'battery', patch: { parallel: 6 } }],
    ['other words for a load', { act: 'change-loads', changes: [{ id: 'fan', patch: { name: 'Large fan' } }] }],
  ] as const)('%s moves no box', (_, edit) => {
    const job = fieldStation()
    expect(positions(apply(job, edit))).toEqual(positions(job))
  })

  test('a generator leaves what stood there where it stood', () => {
    const job = fieldStation()
    const [before, after] = [
      positions(job),
      positions(apply(job, { act: 'set-option', part: 'backup', patch: { kind: 'generator' } })),
    ]
    for (const [key, at] of before) expect(after.get(key), key).toBe(at)
  })
})

describe('what is drawn', () => {
  test('follows the rule set: its symbols, its sizes', () => {
    const job = apply(fieldStation(), {
      act: 'set-site',
      patch: { ruleSet: 'north-american', mainsVoltageV: 120, mainsFrequencyHz: 60 },
    })
    expect(drawn(designed(fieldStation())).symbols).toBe(SYMBOL_SETS['IEC 60617'])
    const american = drawn(designed(job))
    expect(american.symbols).toBe(SYMBOL_SETS['IEEE 315'])
    expect(american.runs.every(({ cable }) => /AWG|kcmil/.test(cable))).toBe(true)
    for (const set of Object.values(SYMBOL_SETS))
      for (const name of SYMBOLS) expect(set[name].length, name).toBeGreaterThan(0)
  })

  test('tells strings one by one where they are unfolded, numbered as wired', () => {
    const made = designed(fieldStation())
    const panels = drawn(made, ['panels.main']).parts.find(({ key }) => key === 'panels.main')
    expect(panels?.isUnfolded).toBe(true)
    expect(panels?.alike[0]).toMatch(/^GP1\.1 {2}\d in series, 430.W$/)
    expect(panels?.alike).toHaveLength(made.wiring.circuits.find(({ id }) => id === 'string')?.count ?? 0)
  })

  test('says what is lacking where it lacks, and what is left out of the earth', () => {
    const job = applyAll(fieldStation(), [
      { act: 'set-circuit', circuitId: 'battery-main', patch: { deviceId: 'none' } },
      { act: 'set-bond', bondId: 'earth.inverter', patch: { leftOut: true } },
    ])
    const { runs, earth } = drawn(designed(job))
    expect(runs.find(({ circuitId }) => circuitId === 'battery-main')?.lacks).toBe('no device')
    expect(earth?.taps.find(({ bondId }) => bondId === 'earth.inverter')?.leftOut).toBe(true)
  })
})
