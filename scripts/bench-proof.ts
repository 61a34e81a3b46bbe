/** Times the year hour by hour: the loop beside a plain C loop of the same balance, years, and a search, as JSON. Run by npm run bench. */
import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import process from 'node:process'
import { apply, type Design, design, fieldStation, findings, SHIPPED_CATALOGUE } from '@yard-lamp/core'
import { stillOpen } from '@yard-lamp/core/checks'
import { bench, isQuestion, prepare, searchDesigns, tellYears, workYears, yearQuestion } from '@yard-lamp/core/proof'

const HOURS = 8760
const ROUNDS = 9
const YEARS = 150
/** The folder of the program: given where this file runs bundled elsewhere. */
const root = process.argv[2] ?? join(import.meta.dirname, '..')

const question = yearQuestion(design(fieldStation(), SHIPPED_CATALOGUE))
if (!isQuestion(question)) throw new Error(question.lacks)
const { plan } = question
const prepared = prepare(plan)

/** Processor time of one hour in the loop here, ns, and the sum of the totals of a year. */
function twin(): { readonly nsPerHour: number; readonly sum: number } {
  const { run, first } = bench.ready(prepared)
  let totals = bench.noTotals()
  const begun = process.cpuUsage()
  for (let year = 0; year < YEARS; year++) {
    totals = bench.noTotals()
    bench.runDays(run, 0, 365, Float64Array.from(first), totals, bench.noExtremes(), null)
  }
  const { user, system } = process.cpuUsage(begun)
  return { nsPerHour: ((user + system) * 1000) / (HOURS * YEARS), sum: totals.reduce((a, b) => a + b, 0) }
}

/** The same in C; null where no compiler is. */
function inC(folder: string): (() => { readonly nsPerHour: number; readonly sum: number }) | null {
  const program = join(folder, 'balance')
  try {
    execFileSync('cc', ['-O3', '-o', program, join(root, 'bench/balance.c'), '-lm'], { stdio: 'pipe' })
  } catch {
    return null
  }
  const { run, first } = bench.ready(prepared)
  const file = join(folder, 'year')
  writeFileSync(file, Buffer.concat([run.parameters, run.schedule, run.days, run.weather, first].map(bytesOf)))
  return () => {
    const [nsPerHour = 0, sum = 0] = execFileSync(program, [file, `${YEARS}`], { encoding: 'utf8' })
      .split(' ')
      .map(Number)
    return { nsPerHour, sum }
  }
}
const bytesOf = (row: Float64Array): Buffer => Buffer.from(row.buffer, row.byteOffset, row.byteLength)

const median = (all: readonly number[]): number => [...all].sort((a, b) => a - b)[Math.floor(all.length / 2)] ?? 0

/** Milliseconds of the quickest of some runs. */
function quickestMs(runs: number, work: (run: number) => void): number {
  const times = Array.from({ length: runs }, (_, i) => {
    const begun = performance.now()
    work(i)
    return performance.now() - begun
  })
  return Math.min(...times)
}

const folder = mkdtempSync(join(tmpdir(), 'yard-lamp-proof-'))
try {
  const c = inC(folder)
  for (let i = 0; i < 3; i++) twin()
  const pairs = Array.from({ length: ROUNDS }, () => ({ ours: twin(), theirs: c?.() ?? null }))
  const [first] = pairs
  if (first?.theirs && Math.abs(first.ours.sum - first.theirs.sum) > 1e-6 * Math.abs(first.ours.sum))
    throw new Error(`the C loop gives ${first.theirs.sum}, ours ${first.ours.sum}: one of them is another balance`)
  const ratio = c ? median(pairs.map(({ ours, theirs }) => (theirs?.nsPerHour ?? 0) / ours.nsPerHour)) : null
  const faults = (made: Design): string[] =>
    stillOpen(findings(made)).flatMap(({ id, severity }) => (severity === 'advice' ? [] : [id]))
  // Every run another site, so that no weather is taken again.
  const moved = (i: number) => ({
    ...plan,
    weather: { ...plan.weather, daySwingK: plan.weather.daySwingK + 1 + i / 100 },
  })
  const search = searchDesigns({ job: fieldStation(), catalogue: SHIPPED_CATALOGUE, faults })
  const figures = {
    rounds: ROUNDS,
    yearsEach: YEARS,
    twinNsPerHour: median(pairs.map(({ ours }) => ours.nsPerHour)),
    cNsPerHour: c ? median(pairs.map(({ theirs }) => theirs?.nsPerHour ?? 0)) : null,
    ratio,
    firstYearMs: quickestMs(5, (i) => workYears(prepare(moved(i)), 1)),
    twentyMs: quickestMs(5, (i) => tellYears({ plan: moved(10 + i), asked: question.asked })),
    hundredMs: quickestMs(3, (i) => workYears(prepare(moved(20 + i)), 100)),
    twoHundredMs: quickestMs(2, (i) => workYears(prepare(moved(30 + i)), 200)),
    searchMs: quickestMs(3, (i) => {
      const job = apply(fieldStation(), { act: 'set-site', patch: { daySwingK: 6 + i / 10 } })
      searchDesigns({ job, catalogue: SHIPPED_CATALOGUE, faults })
    }),
    searchDesigns: search?.designs ?? 0,
    searchWorked: search?.worked ?? 0,
  }
  process.stdout.write(JSON.stringify(figures))
} finally {
  rmSync(folder, { recursive: true, force: true })
}
