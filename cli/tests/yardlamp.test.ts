import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { applyAll, emptyLoad, fieldStation, JOB_VERSION, METHODS, narrowboat } from '@yard-lamp/core'
import { emptyBeside } from '@yard-lamp/core/job'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { bundleProgram } from '../../scripts/bundle.mjs'

const root = join(import.meta.dirname, '../..')
const folder = mkdtempSync(join(tmpdir(), 'yardlamp-cli-'))
const program = join(folder, 'yardlamp.mjs')
beforeAll(() => bundleProgram('cli/src/main.ts', program))
afterAll(() => rmSync(folder, { recursive: true }))

function yardlamp(args: string[], input = '') {
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, ...args], {
    cwd: root,
    input,
    encoding: 'utf8',
  })
  return { status, stdout, stderr }
}
const jobFile = join(folder, 'job.json')
writeFileSync(jobFile, JSON.stringify(fieldStation()))

describe('yardlamp', () => {
  test('methods lists the whole registry with units', () => {
    const { status, stdout } = yardlamp(['methods'])
    const list = JSON.parse(stdout)
    expect(status).toBe(0)
    expect(list.map((each: { id: string }) => each.id)).toEqual(METHODS.map(({ id }) => id))
    expect(list[0].inputs.voltageV).toEqual({
      label: 'voltage on the label',
      unit: 'V',
      allowed: 'a number above 0 V',
      required: true,
    })
    expect(list[0].inputs.powerFactor.required).toBe(false)
  })

  test('calc reads standard input', () => {
    const { status, stdout } = yardlamp(['calc', 'load.power-from-label'], '{"voltageV": 230, "currentA": 2}')
    expect({ status, output: JSON.parse(stdout) }).toEqual({ status: 0, output: { apparentPowerVA: 460, powerW: 460 } })
  })

  test('calc reads a file', () => {
    const file = join(folder, 'input.json')
    writeFileSync(file, '{"energyKwh": 1.2, "loggedHours": 24}')
    expect(JSON.parse(yardlamp(['calc', 'load.average-from-meter', '--input', file]).stdout)).toEqual({
      averagePowerW: 50,
      dailyEnergyWh: 1200,
    })
  })

  test.each([
    [
      ['calc', 'load.power-from-label'],
      '{"voltageV": -1, "currentA": 2}',
      1,
      'voltageV: got -1; allowed: a number above 0 V',
    ],
    [['calc', 'load.power-from-label'], '{"voltageV": 1e999, "currentA": 2}', 1, 'voltageV: got Infinity'],
    [['calc', 'load.power-from-label'], 'abc', 1, 'the input is not JSON'],
    [['calc', 'load.power-fron-label'], '{}', 1, 'near it: load.power-from-label'],
    [['calc'], '', 2, 'expected a method id'],
    [['size'], '', 2, 'expected a job file'],
    [['size', '/nowhere/job.json'], '', 1, 'cannot read /nowhere/job.json'],
    [['schema', 'house'], '', 2, 'the only schema is "job"'],
    [['dig'], '', 2, 'there is no command "dig"'],
  ])('%j refuses on standard error', (args, input, exit, message) => {
    const { status, stdout, stderr } = yardlamp(args as string[], input as string)
    expect(stderr).toContain(message)
    expect({ status, stdout }).toEqual({ status: exit, stdout: '' })
  })

  test('calc --lines answers each line in order, refusals among them', () => {
    const lines = [
      '{"method": "load.average-from-meter", "input": {"energyKwh": 2.4, "loggedHours": 24}}',
      '{"method": "load.average-from-meter", "input": {"energyKwh": 2.4}}',
      'nonsense',
      '{"method": "array.required-power", "input": {"busDailyEnergyWh": 3000, "peakSunHours": 2, "systemEfficiency": 0.75}}',
    ]
    const { status, stdout } = yardlamp(['calc', '--lines'], `${lines.join('\n')}\n`)
    expect(status).toBe(0)
    expect(
      stdout
        .trim()
        .split('\n')
        .map((line) => JSON.parse(line)),
    ).toEqual([
      { output: { averagePowerW: 100, dailyEnergyWh: 2400 } },
      {
        error: {
          code: 'INPUT_MISSING',
          path: 'loggedHours',
          message: 'loggedHours: is missing; allowed: a number above 0 h',
        },
      },
      { error: { code: 'JSON_INVALID', path: '', message: 'the input is not JSON' } },
      { output: { arrayPowerW: 2000 } },
    ])
  })

  test('size gives answers and figures, check finds nothing on the demo job', () => {
    const sized = JSON.parse(yardlamp(['size', jobFile]).stdout)
    expect(Object.keys(sized.answers)).toEqual([
      'site',
      'loads',
      'battery',
      'array',
      'controller',
      'inverter',
      'backup',
      'wiring',
      'parts',
    ])
    expect(sized.design.loads.busDailyEnergyWh).toBeGreaterThan(1000)
    expect(JSON.parse(yardlamp(['check', jobFile]).stdout)).toEqual({ findings: [], slips: [], needs: [] })
  })

  const jsonLines = (stdout: string) =>
    stdout
      .trim()
      .split('\n')
      .map((line) => JSON.parse(line))
  const shed = { ...emptyBeside('shed', 'Shed'), panelId: 'skerrin-110' }
  const lamp = {
    ...emptyLoad('lamp'),
    name: 'Lamp',
    supply: 'dc' as const,
    powerW: 9,
    hoursPerDay: 4,
    systemId: 'shed',
  }
  const pump = { ...emptyLoad('pump'), name: 'Water pump', powerW: 400_000, hoursPerDay: 1 }
  /** The demo job with a system beside, one whose load is a likely slip, and one that is none. */
  const MANY = [
    fieldStation(),
    applyAll(fieldStation(), [
      { act: 'add-beside', beside: shed },
      { act: 'add-loads', loads: [lamp], at: 0 },
    ]),
    { ...fieldStation(), version: 99 },
    { ...fieldStation(), loads: [pump, { ...pump, id: 'again' }] },
  ]
  const many = `${MANY.map((job) => JSON.stringify(job)).join('\n')}\n\n`

  test('size --lines answers a job a line, in order, and a refusal stops none of the others', () => {
    const { status, stdout } = yardlamp(['size', '--lines'], many)
    const [first, beside, refused, heavy, ...more] = jsonLines(stdout)
    expect({ status, more }).toEqual({ status: 0, more: [] })
    expect(first).toEqual(JSON.parse(yardlamp(['size', jobFile]).stdout))
    expect(first.design.beside).toBeUndefined()
    expect(beside.design.beside.shed).toMatchObject({ name: 'Shed', loads: { hasAc: false, hasDc: true } })
    expect(beside.design.loads.busDailyEnergyWh).toBe(first.design.loads.busDailyEnergyWh)
    expect(refused.error.path).toBe('version')
    expect(heavy.answers.loads).toMatch(/a day$/)
  })

  test('check --lines gives findings, likely slips and what is needed, a job a line', () => {
    const { status, stdout } = yardlamp(['check', '--lines'], many)
    const [first, beside, refused, heavy] = jsonLines(stdout)
    expect(status).toBe(0)
    expect(first).toEqual({ findings: [], slips: [], needs: [] })
    expect(beside.findings.map(({ message }: { message: string }) => message.split(':')[0])).toContain('Shed')
    expect(refused.error.code).toBe('INPUT_INVALID')
    expect(heavy.slips.length).toBeGreaterThan(0)
    expect(heavy.slips.map(({ loadId }: { loadId: string }) => loadId)).toContain('again')
    expect(heavy.findings.length).toBeGreaterThan(0)
  })

  test('simulate tells each year by its seed, alike alone or among others, and what all come to', () => {
    const { status, stdout } = yardlamp(['simulate', jobFile, '--years', '3', '--seed', '11'])
    const told = JSON.parse(stdout)
    expect(status).toBe(0)
    expect(told.years.map(({ seed }: { seed: number }) => seed)).toEqual([11, 12, 13])
    expect(Object.keys(told.years[0])).toEqual(
      'seed unmetWh unmetHours criticalUnmetWh criticalUnmetHours longestGapHours generatorHours fuelL surplusWh lowestSoc fullCharges equivalentCycles'.split(
        ' ',
      ),
    )
    expect(Object.keys(told.share)).toEqual(['wh', 'hours', 'criticalWh', 'criticalHours'])
    const alone = JSON.parse(yardlamp(['simulate', jobFile, '--years', '1', '--seed', '12']).stdout)
    expect(alone.years[0]).toEqual(told.years[1])
  })

  test('simulate --hours writes every flow of the first year, a row an hour, whose books close', () => {
    const file = join(folder, 'hours.csv')
    const { storedBeforeWh } = JSON.parse(
      yardlamp(['simulate', jobFile, '--years', '1', '--seed', '3', '--steps', '2', '--hours', file]).stdout,
    )
    const [head, ...rows] = readFileSync(file, 'utf8').trim().split('\n')
    const names = head?.split(',') ?? []
    expect([rows.length, names[0], names.at(-1)]).toEqual([8760, 'hour', 'storedWh'])
    let [before, worst] = [storedBeforeWh, 0]
    for (const row of rows) {
      const cells = row.split(',').map(Number)
      const sum = (...of: string[]) => of.reduce((total, name) => total + (cells[names.indexOf(name)] ?? Number.NaN), 0)
      const comes = sum('pvW', 'acCoupledW', 'generatorW', 'mainsW', 'alternatorW') - sum('clippedW', 'cutW')
      const goes = sum('controllerLossW', 'chargerLossW', 'inverterLossW', 'converterLossW', 'batteryLossW', 'heaterW')
      const given = sum('standbyW', 'acServedW', 'dcServedW', 'dumpW') + sum('storedWh') - before
      worst = Math.max(worst, Math.abs(comes - goes - given))
      before = sum('storedWh')
    }
    expect(worst).toBeLessThan(1e-6)
  })

  test('simulate --weather works the one year of a file in place of drawn ones', () => {
    const file = join(folder, 'sky.csv')
    const sky = (watts: number) => [
      'time;Sun W/m2;Air °C',
      ...Array.from({ length: 8760 }, (_, i) => `${i};${i % 24 > 8 && i % 24 < 16 ? watts : 0};8,5`),
    ]
    writeFileSync(file, sky(450).join('\r\n'))
    const bright = JSON.parse(yardlamp(['simulate', jobFile, '--weather', file]).stdout)
    writeFileSync(file, sky(20).join('\n'))
    const dark = JSON.parse(yardlamp(['simulate', jobFile, '--weather', file]).stdout)
    expect([bright.years.length, bright.weather]).toEqual([1, file])
    expect(bright.years[0].generatorHours + bright.years[0].unmetHours).toBeLessThan(
      dark.years[0].generatorHours + dark.years[0].unmetHours,
    )
    writeFileSync(file, sky(450).slice(0, 100).join('\n'))
    expect(yardlamp(['simulate', jobFile, '--weather', file]).stderr).toContain('the table has 99 rows of hours')
    expect(yardlamp(['simulate', jobFile, '--weather', '/no/such.epw']).stderr).toContain('cannot read /no/such.epw')
  })

  test.each([
    [['--years', '0'], '--years: got "0"; allowed: a whole number from 1 to 1000'],
    [['--years'], '--years: got nothing; allowed: a value after it'],
    [['--seed', '-1'], '--seed: got "-1"; allowed: a whole number from 0 to 4294967295'],
    [['--steps', '1.5'], '--steps: got "1.5"; allowed: a whole number from 1 to 60'],
    [['--year', '3'], '--year: no such option; allowed: --years, --seed, --steps, --hours, --weather'],
    [['--hours', '/no/such/folder/hours.csv'], 'cannot write /no/such/folder/hours.csv'],
  ])('simulate %j is refused with a sentence', (args, said) => {
    const { status, stderr, stdout } = yardlamp(['simulate', jobFile, ...args])
    expect([status, stdout]).toEqual([1, ''])
    expect(stderr).toContain(said)
  })

  test('simulate says what is missing where there is no year to work yet', () => {
    const bare = join(folder, 'bare.json')
    writeFileSync(bare, JSON.stringify({ ...fieldStation(), loads: [] }))
    expect(yardlamp(['simulate', bare]).stderr).toContain('the year cannot be worked yet: it needs what it must run')
  })

  test('search tells the cheapest designs that carry what is asked, and says what is missing', () => {
    const boat = join(folder, 'boat.json')
    writeFileSync(boat, JSON.stringify(narrowboat()))
    const { status, stdout } = yardlamp(['search', boat])
    const told = JSON.parse(stdout)
    expect(status).toBe(0)
    expect(told.best.length).toBeGreaterThan(0)
    for (const { carried, edits, price, wholeCost } of told.best) {
      expect([carried, edits.length > 0, wholeCost > price]).toEqual([true, true, true])
    }
    const costs = told.best.map(({ wholeCost }: { wholeCost: number }) => wholeCost)
    expect(costs).toEqual([...costs].sort((a, b) => a - b))
    const hours = told.frontier.map(({ hours: share }: { hours: number }) => share)
    expect(hours).toEqual([...hours].sort((a, b) => a - b))
    const bare = join(folder, 'bare.json')
    writeFileSync(bare, JSON.stringify({ ...fieldStation(), loads: [] }))
    expect(yardlamp(['search', bare]).stderr).toContain('there is nothing to search yet: it needs what it must run')
  })

  test('schema job is a JSON Schema', () => {
    const schema = JSON.parse(yardlamp(['schema', 'job']).stdout)
    expect(schema.required).toContain('loads')
    expect(schema.properties.version.const).toBe(JOB_VERSION)
  })
})
