import { describe, expect, test } from 'vitest'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { design } from '../src/chain/design.ts'
import { everyString } from '../src/controller/link.ts'
import { demoJobs, fieldStation } from '../src/demo/demo.ts'
import { type RoofPanel, roofOf } from '../src/diagram/roof.ts'
import { applyAll } from '../src/edit/apply.ts'
import { emptyBeside, emptyLoad } from '../src/job/job.ts'
import type { Job } from '../src/job/schema.ts'
import { FIELD_SHAPES } from './field-shapes.ts'

const made = (job: Job) => design(job, SHIPPED_CATALOGUE)
const everyJob = [...demoJobs(), ...Object.values(FIELD_SHAPES)].map(
  (job, i) => [`${i + 1}. ${job.name}`, job] as const,
)
const overlap = (a: RoofPanel, b: RoofPanel): boolean =>
  a.xM < b.xM + b.widthM - 1e-6 &&
  b.xM < a.xM + a.widthM - 1e-6 &&
  a.yM < b.yM + b.heightM - 1e-6 &&
  b.yM < a.yM + a.heightM - 1e-6

describe.each(everyJob)('the roof of %s', (_, job) => {
  const now = made(job)
  const planes = roofOf(now)

  test('holds every panel once, in its string, or says that there is no room', () => {
    const bought = [now, ...now.beside.map((each) => each.design)]
      .flatMap((system) => everyString(system))
      .reduce((sum, { quantity, strings: own }) => sum + quantity * own.stringsPerController * own.panelsPerString, 0)
    const laid = planes.flatMap(({ strings }) => strings.flatMap(({ panels }) => panels)).length
    expect(laid + planes.reduce((sum, { left }) => sum + left, 0)).toBe(bought)
    const names = planes.flatMap(({ strings }) => strings.map(({ designation }) => designation))
    expect(new Set(names).size).toBe(names.length)
    for (const name of names) expect(name).toMatch(/^(\S.* )?GP\d+\.\d+$/)
  })

  test('lies within its plane, no panel on another', () => {
    for (const { widthM, heightM, strings } of planes) {
      const panels = strings.flatMap((string) => string.panels)
      for (const [i, panel] of panels.entries()) {
        expect(panel.xM).toBeGreaterThanOrEqual(-1e-9)
        expect(panel.xM + panel.widthM).toBeLessThanOrEqual(widthM + 1e-6)
        expect(panel.yM + panel.heightM).toBeLessThanOrEqual(heightM + 1e-6)
        for (const other of panels.slice(i + 1)) expect(overlap(panel, other)).toBe(false)
      }
    }
  })
})

describe('strings as they are wired', () => {
  const [loft] = roofOf(made(fieldStation()))

  test('each ends at its own controller, in the order of the drawing', () => {
    expect(loft?.strings.map(({ designation, into }) => `${designation} ${into}`)).toEqual([
      'GP1.1 T1.1',
      'GP1.2 T1.1',
      'GP1.3 T1.2',
      'GP1.4 T1.2',
    ])
  })

  test('a panel is next to the one it is joined to, also where a row ends', () => {
    for (const { panels } of loft?.strings ?? [])
      for (const [i, panel] of panels.slice(1).entries()) {
        const before = panels[i] as RoofPanel
        const across = Math.abs(panel.xM - before.xM)
        const up = Math.abs(panel.yM - before.yM)
        expect(across < panel.widthM * 1.5 || up === 0, 'within a row').toBe(true)
        expect(up <= panel.heightM * 1.2).toBe(true)
      }
  })

  test('a plane too small says for how many there is no room', () => {
    const small = applyAll(fieldStation(), [
      { act: 'set-plane', planeId: 'a', patch: { widthM: 3, heightM: 2.2 } },
      { act: 'set-strings', arrayId: 'main', patch: { panelsPerString: 2, stringsPerController: 2 } },
      { act: 'set-option', part: 'controller', patch: { quantity: 2 } },
    ])
    const [plane] = roofOf(made(small))
    const laid = plane?.strings.flatMap(({ panels }) => panels).length ?? 0
    expect(plane?.left).toBe(8 - laid)
    expect(plane?.left).toBeGreaterThan(4)
  })

  test('two arrays in one plane lie above one another; of a plane of no size a frame about them is told', () => {
    const [plane, ...more] = roofOf(made(FIELD_SHAPES.D))
    expect(more).toEqual([])
    expect(plane?.isSizeKnown).toBe(false)
    const [first, second] = ['main', 'shed'].map((id) => plane?.strings.filter(({ arrayId }) => arrayId === id) ?? [])
    const other = plane?.strings.filter(({ arrayId }) => arrayId !== 'main') ?? second ?? []
    const top = Math.max(...(first ?? []).flatMap(({ panels }) => panels.map(({ yM, heightM }) => yM + heightM)))
    expect(other.length).toBeGreaterThan(0)
    for (const { panels } of other) for (const { yM } of panels) expect(yM).toBeGreaterThanOrEqual(top)
  })

  test('a system beside lies on the same planes, under its own name, and on nobody’s panels', () => {
    const both = applyAll(fieldStation(), [
      {
        act: 'add-beside',
        beside: { ...emptyBeside('shed', 'Shed'), vented: true, systemVoltageV: 12, panelId: 'skerrin-110' },
      },
      {
        act: 'add-loads',
        at: 0,
        loads: [{ ...emptyLoad('lamp'), name: 'Lamp', supply: 'dc', powerW: 15, hoursPerDay: 4, systemId: 'shed' }],
      },
    ])
    const [plane, ...more] = roofOf(made(both))
    expect(more).toEqual([])
    const names = plane?.strings.map(({ designation, into }) => `${designation} ${into}`) ?? []
    expect(names.slice(0, 4)).toEqual(loft?.strings.map(({ designation, into }) => `${designation} ${into}`))
    expect(names[4]).toBe('Shed GP1.1 T1')
    const panels = plane?.strings.flatMap((string) => string.panels) ?? []
    for (const [i, panel] of panels.entries())
      for (const other of panels.slice(i + 1)) expect(overlap(panel, other)).toBe(false)
  })

  test('nothing strung, nothing drawn', () => {
    expect(roofOf(made(FIELD_SHAPES.Q))).toEqual([])
  })
})
