import { describe, expect, test } from 'vitest'
import { itemsToKeep } from '../src/after/items-to-keep.ts'
import { SHIPPED_CATALOGUE } from '../src/catalogue/catalogue.ts'
import { besideKey } from '../src/chain/beside.ts'
import { type Design, design, everyRow } from '../src/chain/design.ts'
import { findings } from '../src/checks/checks.ts'
import { fieldStation } from '../src/demo/demo.ts'
import { apply, applyAll } from '../src/edit/apply.ts'
import type { Edit } from '../src/edit/edit.ts'
import { emptyBeside, emptyLoad, parseJob } from '../src/job/job.ts'
import type { Beside, Job } from '../src/job/schema.ts'
import { jobText } from '../src/job/text.ts'
import { designWithYear, withYears } from '../src/proof/with-year.ts'
import { there } from './field-shapes.ts'

// A second bank on the same site with its own small system.

const LAMP = {
  ...emptyLoad('shed-lamp'),
  name: 'Shed lamp',
  supply: 'dc' as const,
  powerW: 15,
  hoursPerDay: 4,
  basis: 'label' as const,
  systemId: 'shed',
}
const add = (patch: Partial<Beside> = {}): Edit => ({
  act: 'add-beside',
  beside: { ...emptyBeside('shed', 'Shed'), ...patch },
})
const withShed = (patch: Partial<Beside> = {}, ...more: readonly Edit[]): Job =>
  applyAll(fieldStation(), [add(patch), { act: 'add-loads', loads: [LAMP], at: 0 }, ...more])
const made = (job: Job) => design(job, SHIPPED_CATALOGUE)
const shed = (job: Job) => {
  const [own] = made(job).beside
  if (!own) throw new Error('no system beside')
  return own.design
}
const SMALL = { vented: true, systemVoltageV: 12 as const, batteryId: 'quillane-a12-100', panelId: 'skerrin-110' }

describe('a small system beside the main one', () => {
  test('carries its own loads, and the main one does not', () => {
    const alone = made(fieldStation())
    const both = made(withShed(SMALL))
    expect(both.loads.busDailyEnergyWh.value).toBe(alone.loads.busDailyEnergyWh.value)
    expect(both.battery.bank).toEqual(alone.battery.bank)
    expect(shed(withShed(SMALL)).loads.rows.map(({ id }) => id)).toEqual(['shed-lamp'])
    expect(everyRow(both).map(({ id }) => id)).toContain('shed-lamp')
    // A load whose system is gone is carried by the main one again.
    const gone = made(withShed(SMALL, { act: 'remove-beside', id: 'shed' }))
    expect(gone.loads.busDailyEnergyWh.value).toBeGreaterThan(alone.loads.busDailyEnergyWh.value)
  })

  test('hangs on a wall of its own: a piece hung by hand is its own, and what hangs badly is found under its name', () => {
    const hang = (pieceId: string): Edit => ({ act: 'hang-piece', pieceId, at: { xMm: 400, yMm: 900 } })
    const job = withShed(SMALL, hang(besideKey('shed', 'bus#1')), hang(besideKey('shed', 'shunt#1')))
    expect(shed(job).option.wiring.wall).toEqual({ 'bus#1': { xMm: 400, yMm: 900 }, 'shunt#1': { xMm: 400, yMm: 900 } })
    const crowded = findings(made(job)).filter(({ id }) => id === 'wall.crowded')
    expect(crowded.map(({ place }) => place)).toContain('wiring.wall.shed/bus#1')
    expect(crowded[0]?.message).toMatch(/^Shed: On the wall: .*overlap/)
    // The main system's own wall is as it was.
    expect(findings(made(withShed(SMALL))).filter(({ id }) => id === 'wall.crowded')).toEqual([])
  })

  test('is sized by the same chain: bank, array, controller, circuits', () => {
    const { battery, array, controller, wiring } = shed(withShed(SMALL))
    expect(battery.systemVoltageV.value).toBe(12)
    expect(battery.item?.id).toBe('quillane-a12-100')
    expect(battery.bank?.usableWh.value).toBeGreaterThan(60 * 2)
    expect(array.layout?.panel.id).toBe('skerrin-110')
    expect(controller.strings).not.toBeNull()
    expect(wiring.circuits.map(({ id }) => id)).toContain('battery-main')
  })

  test('is bought with the main one, under its name; what is there for it is not', () => {
    const alone = made(fieldStation()).parts
    const { parts } = made(withShed(SMALL))
    const own = parts.lines.filter(({ use }) => use.includes('Shed: '))
    expect(own.map(({ item }) => item.id)).toEqual(expect.arrayContaining(['quillane-a12-100', 'skerrin-110']))
    expect(parts.price.value).toBeGreaterThan(alone.price.value)
    const kept = made({ ...withShed(SMALL), existing: [there('quillane-a12-100', 9)] })
    expect(kept.parts.lines.some(({ item }) => item.id === 'quillane-a12-100')).toBe(false)
    // What stands there for it says nothing of the main bank.
    expect(kept.battery.systemVoltageV.value).toBe(made(fieldStation()).battery.systemVoltageV.value)
    expect(findings(kept).map(({ id }) => id)).not.toContain('battery.mixed')
    expect(itemsToKeep(kept).map(({ id }) => id)).toEqual(expect.arrayContaining(['skerrin-110', 'quillane-a12-100']))
  })

  test('is checked: what is wrong with it is said under its name, at a field of its own', () => {
    expect(findings(made(withShed(SMALL))).filter(({ severity }) => severity !== 'advice')).toEqual([])
    const wrong = withShed({ ...SMALL, batteryId: 'quillane-a12-100', parallel: 1, autonomyDays: 30 })
    const found = findings(made(wrong)).find(({ id }) => id === 'battery.too-small')
    expect(found?.message).toMatch(/^Shed: /)
    expect(found?.place).toBe('battery.beside.shed.parallel')
    const accepted = apply(wrong, {
      act: 'accept-finding',
      accepted: {
        checkId: 'battery.too-small',
        place: found?.place ?? '',
        reason: 'a lamp',
        by: 'M.',
        on: '2026-11-27',
      },
    })
    expect(findings(made(accepted)).find(({ id }) => id === 'battery.too-small')?.accepted?.reason).toBe('a lamp')
  })

  test('keeps what is chosen for its circuits apart from those of the main one', () => {
    const job = withShed(SMALL, {
      act: 'set-circuit',
      circuitId: besideKey('shed', 'battery-main'),
      patch: { deviceId: 'none', lengthM: 4 },
    })
    const main = ({ wiring }: ReturnType<typeof made>) => wiring.circuits.find(({ id }) => id === 'battery-main')
    expect(main(shed(job))?.lengthM.value).toBe(4)
    expect(main(made(job))?.lengthM.value).toBe(main(made(fieldStation()))?.lengthM.value)
    const found = findings(made(job)).find(({ id }) => id === 'protect.missing')
    expect(found).toMatchObject({ severity: 'danger', place: 'wiring.shed/battery-main.deviceId' })
  })

  test('without loads asks for them at its own name, and for the site not twice', () => {
    const { needs } = made(applyAll(fieldStation(), [add()]))
    expect(needs.map(({ place }) => place)).toEqual(['battery.beside.shed.name'])
    const lost = made(applyAll(withShed(SMALL), [{ act: 'set-site', patch: { latitudeDeg: null } }]))
    expect(new Set(lost.needs.map(({ place }) => place)).size).toBe(lost.needs.length)
  })

  test('lies in the plane it is given', () => {
    const east = { ...(fieldStation().site.planes[0] as Job['site']['planes'][number]), id: 'east', azimuthDeg: 90 }
    const job = withShed({ ...SMALL, planeId: 'east' })
    const site = { ...job.site, planes: [...job.site.planes, { ...east, parts: 0 }] }
    const { site: own } = shed({ ...job, site })
    expect(own.planes.map(({ plane }) => plane.id)).toEqual(['east'])
  })

  test('is written to a file and read back, and an edit elsewhere does not work it anew', () => {
    const job = withShed(SMALL)
    expect(parseJob(JSON.parse(jobText(job)))).toEqual(job)
    const before = shed(job)
    const after = shed(apply(job, { act: 'set-option', part: 'battery', patch: { autonomyDays: 6 } }))
    expect(after.battery).toBe(before.battery)
    expect(after.plant).toBe(before.plant)
  })
})

describe('its year', () => {
  const heavy = { ...LAMP, id: 'shed-kiln', name: 'Shed heater', powerW: 150, hoursPerDay: 20 }
  const job = withShed(SMALL, { act: 'add-loads', loads: [heavy], at: 0 })

  test('is worked beside that of the main one, and each belongs to its own design', () => {
    const dated = designWithYear(made(withShed(SMALL)))
    const [own] = dated.beside
    expect(dated.year?.years).toHaveLength(20)
    expect(own?.design.year?.years).toHaveLength(20)
    expect(own?.design.year?.digest).not.toBe(dated.year?.digest)
    // The year of one is no year of the other.
    expect(withYears(made(withShed(SMALL)), () => dated.year).beside[0]?.design.year).toBeNull()
    expect(designWithYear(made(withShed(SMALL))).year?.share).toEqual(dated.year?.share)
  })

  test('that is not carried is a fault under its name', () => {
    const shortOf = (design: Design) => findings(design).filter(({ id }) => id === 'year.not-carried')
    expect(shortOf(made(job))).toEqual([])
    const found = shortOf(designWithYear(made(job)))
    expect(found.map(({ message }) => message).join()).toContain('Shed')
  })
})
